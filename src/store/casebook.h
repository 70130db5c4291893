// SPDX-License-Identifier: GPL-3.0-or-later
// The casebook: every drive seen, each visit with what was complained of and what the drive said of itself.
// One SQLite file (docs/formats.md), written through to the disk at every change.
#pragma once

#include "core/case/case.h"
#include "core/judge/kept_ruling.h"
#include "core/judge/policy_trial.h"
#include "core/scan/record.h"
#include "core/target/target.h"
#include "store/casebook_search.h"
#include "store/casebook_upkeep.h"
#include "store/plate_codec.h"

#include <QString>
#include <functional>
#include <memory>
#include <stop_token>
#include <string>
#include <vector>

class QSqlDatabase;
class QSqlQuery;
class QTemporaryDir;

namespace orbita {

// Not thread-safe, and bound to the thread that opened it.
class Casebook {
public:
    // Opens or creates it; ":memory:" is one that is forgotten. Older versions are brought up to date, in one
    // step. Errors name the path: a casebook of a newer Orbita is opened for reading only; one that is
    // damaged, or no casebook, is refused and left as it is. Where nothing can be written, as in a rescue
    // system, a copy is opened that is forgotten; see forgetful().
    static Result<std::unique_ptr<Casebook>> open(const std::string& path);
    ~Casebook();
    Casebook(const Casebook&) = delete;
    Casebook& operator=(const Casebook&) = delete;

    [[nodiscard]] bool readOnly() const { return m_readOnly; }
    // All that is entered is gone when the casebook is closed: its place cannot be written.
    [[nodiscard]] bool isTemporary() const { return m_copy != nullptr; }
    [[nodiscard]] const std::string& path() const { return m_path; }

    // The drive's page; id 0 where there is none. Enters nothing.
    Result<CaseDrive> knownDrive(const DriveIdentity& identity);
    // The drive's page, made if there is none. By serial number and model, else by path and capacity.
    Result<CaseDrive> driveFor(const DriveIdentity& identity);
    Result<std::vector<ListedDrive>> drives();  // the one seen last first
    Result<ListedDrive> drive(std::int64_t id); // errors: there is none with that number
    // Drives that fit, at most so many of them.
    Result<CasebookHits> search(const CaseFilter& filter, std::size_t most = 500);
    // The visit that is going on: the latest of that drive, where it began less than half a day ago and `who`
    // (customer, job, tester) says nothing else; brought up to date with it. Else a new one.
    Result<std::int64_t> visitFor(const DriveIdentity& identity, const Visit& who, std::int64_t at);
    // A new visit of that drive.
    Result<std::int64_t> beginVisit(std::int64_t drive, std::int64_t at);
    // Replaces what is known of the visit with that id.
    Result<void> updateVisit(const Visit& visit);
    Result<std::vector<Visit>> visits(std::int64_t drive); // oldest first

    // Readings, suspects, self-tests and raw pages, all or none.
    Result<void> addVitals(std::int64_t visit, const Vitals& vitals, std::int64_t readAt);
    Result<std::vector<PastVitals>> pastVitals(std::int64_t drive); // oldest first
    // The pages that were read with the latest vitals, as they came; none: none were kept.
    Result<std::vector<RawPage>> latestRawPages(std::int64_t drive);

    // Enters the scan where `scan` is 0, else brings it up to date; all or none. Of the plate, only what
    // changed since `encoder` was last used is written. Returns its id.
    Result<std::int64_t> keepScan(std::int64_t scan, const ScanRecord& record, PlateEncoder& encoder);
    Result<std::vector<KeptScan>> scans(std::int64_t drive = 0); // newest first; 0: of all drives
    // As it was kept; one that was cut off comes back as ended by `stopped`. Errors: no such scan, damaged.
    Result<ScanRecord> loadScan(std::int64_t scan);

    // What a judge needs of the scans of that drive, oldest first; damaged ones are left out. Much quicker
    // than loading them, but for those that an Orbita before version 5 of the casebook kept.
    Result<std::vector<ScanDigest>> digests(std::int64_t drive);
    // What an unworn drive of that model is like, by all others of it that the casebook knows.
    Result<UnwornKind> unwornKind(const std::string& model, std::int64_t butDrive);

    // What was done to sectors that this scan found: enters the layer of its map. What it found stays.
    Result<void> addTreatments(std::int64_t scan, const std::vector<Treatment>& treatments);

    // Takes in what the log of what is done to drives says (core/session/action_log.h): each drive's part on
    // its page, which is made if there is none. What was taken in before is brought up to date.
    Result<void> takeActions(const std::vector<DriveAction>& actions);
    Result<std::vector<DriveAction>> actions(std::int64_t drive); // oldest first

    // Enters a ruling on that visit; earlier ones stay. Returns its id.
    Result<std::int64_t> enterRuling(const KeptRuling& ruling);
    Result<std::vector<KeptRuling>> rulings(std::int64_t drive); // oldest first
    // Of all drives, the latest first; at most so many.
    Result<std::vector<PastRuling>> pastRulings(std::size_t most);

    // All that its pages hold, but for what scans found; see loadScan().
    Result<History> history(std::int64_t drive);

    // What Orbita entered before there was that log, in its words then: what was done on a visit, and why
    // somebody went on although the gate was closed. Oldest first.
    Result<std::vector<std::string>> overrules(std::int64_t visit);
    Result<std::vector<std::string>> deeds(std::int64_t visit);

    // Looks at every page, every reference and every document in it; what is wrong, in words; empty: nothing.
    // Takes as long as reading all of it.
    Result<std::vector<Phrase>> check();
    // A copy of all of it in a file of its own, which is durable and checked once this returns. Errors: there
    // is something at that place; no room.
    Result<void> backUp(const std::string& to);
    // Takes in all of another casebook, or of an exported case, that is not in this one: all or none. What is
    // here stays; the other file is not touched. See MergeReport.
    Result<MergeReport> takeIn(const std::string& other);
    // One drive with all its visits as a file of its own, which takeIn() takes: a casebook with one drive.
    // Errors: as of backUp().
    Result<void> exportCase(std::int64_t drive, const std::string& to);
    // Customer, job, complaint in words and notes of visits that fit, for good: they are not to be had from
    // the file any more either. What was measured, done and ruled stays. Returns of how many visits.
    Result<std::uint64_t> forgetCustomers(const CustomersToForget& which);
    // How many visits that would be.
    Result<std::uint64_t> countCustomers(const CustomersToForget& which);

private:
    Casebook(const std::string& connection, std::string path, bool readOnly);
    // All of a drive's page from that casebook, into this one, which is new.
    Result<void> fillFrom(const std::string& file, std::int64_t drive);
    Result<std::int64_t> pageOf(const DriveId& drive);
    friend Result<std::string> restoreCasebook(const std::string&, const std::string&, std::int64_t);
    // One file from now on, until it is opened again.
    void leaveJournal();
    // The file that the database is in; empty where it is in memory alone.
    [[nodiscard]] std::string file() const;
    [[nodiscard]] QSqlDatabase database() const;
    [[nodiscard]] Error failure(const Phrase& tried, const QSqlQuery& query) const;

    QString m_connection;
    std::string m_path;
    bool m_readOnly;
    std::unique_ptr<QTemporaryDir> m_copy;
};

// What is to be told of a casebook that is forgetful.
Error casebookIsForgotten(const std::string& path);

// $XDG_DATA_HOME/orbita/casebook.db
std::string casebookPath();
// Where what is done to drives is written down: beside that casebook. Empty for one that is forgotten.
std::string actionLogBeside(const std::string& casebook);

// Gives the demonstration's drives the visits that their scenarios tell of.
Result<void> addEarlierVisits(Casebook& casebook, const std::vector<Target>& demonstration, std::int64_t now);
// Reads their surfaces as they were then, where their scenarios say that this was done; in seconds.
void readEarlierSurfaces(const std::vector<Target>& demonstration, std::int64_t now,
                         const std::stop_token& stop, const std::function<void(ScanRecord)>& take);
// Keeps such a scan, and the ruling that it came to then.
Result<void> keepEarlierSurface(Casebook& casebook, const ScanRecord& scan);

} // namespace orbita
