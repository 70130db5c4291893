// SPDX-License-Identifier: GPL-3.0-or-later
// What a scan is given besides the drive. Each may be left out.
#pragma once

#include "core/base/mutex.h"
#include "core/base/span_set.h"
#include "core/drive/drive.h"
#include "core/drive/stored_map.h"
#include "core/inventory/place.h"
#include "core/plate/ledger.h"
#include "core/plate/treatment.h"
#include "core/scan/earlier_pace.h"

#include <atomic>
#include <condition_variable>
#include <functional>
#include <memory>
#include <optional>
#include <stop_token>
#include <string>
#include <vector>

namespace orbita {

class ImageWriter;
struct ScanRecord;

// The drive's temperature in degrees Celsius; nothing where it does not tell. Asked between blocks, while
// nothing is at the drive. Must return soon after a stop is requested.
using Thermometer = std::function<std::optional<int>(const std::stop_token&)>;

// How many of the readings that the drive gives of itself are damning by the house policy; nothing where they
// are not to be had. Asked as the temperature is, and seldom.
using CriticalCount = std::function<std::optional<std::uint64_t>(const std::stop_token&)>;

struct ScanServices;
// What asks the drive, made anew: one that came back has other nodes, and old links to it are dead.
using ServicesAnew = std::function<ScanServices()>;

// The same drive under another name, opened, once it has gone from where it was; null while it is nowhere.
struct FoundDrive {
    FoundDrive(std::unique_ptr<Drive> found = {}, ServicesAnew services = {})
        : drive(std::move(found)), anew(std::move(services)) {}
    std::unique_ptr<Drive> drive;
    ServicesAnew anew;
};
using DriveFinder = std::function<FoundDrive(const std::stop_token&)>;

// Whether the system still has the drive, and a size for it.
using StillThere = std::function<bool()>;

// Who else uses the drive just now, in words such as "cp (1234)"; empty where it cannot be told.
using LoadFinder = std::function<std::vector<std::string>()>;

// What the drive says of a span that it holds; nothing where it does not answer. Asked once, before the first
// block.
using StoredWord = std::function<std::optional<StoredMap>(LbaSpan, const std::stop_token&)>;

// The serial number as what answers says it now; empty where it does not tell. Asked before going on, and
// when the drive may have been changed for another.
using SerialNow = std::function<std::string(const std::stop_token&)>;

// How long the drive itself tries to read a sector before it reports it as unreadable.
class ErrorRecoveryLimit {
public:
    virtual ~ErrorRecoveryLimit() = default;
    // Keeps the drive's own setting where it survives a crash, then has the drive give up after `limit`.
    // Returns what was set before, 0 for "as long as it likes". Fails where the drive has no such setting.
    virtual Result<Nanoseconds> shorten(Nanoseconds limit, const std::stop_token& stop) = 0;
    // Puts back what an earlier run of Orbita left changed, by a crash. True where there was something.
    virtual Result<bool> settle(const std::stop_token& stop) = 0;
    // Puts back what was set before; nothing to do where nothing was changed. Waits at most `patience`.
    virtual Result<void> restore(Nanoseconds patience) = 0;
};

// That a scan which is about to begin is on disk: nothing is read of a drive before.
class FirstKept {
public:
    void tell() {
        const MutexLock lock(m_mutex);
        m_told = true;
        m_wake.notify_all();
    }
    // Until it is told, or `patience` is over: a disk that hangs must not keep a drive from being read.
    void wait(Nanoseconds patience, const std::stop_token& stop) {
        MutexLock lock(m_mutex);
        m_wake.wait_for(lock, stop, patience, [this]() REQUIRES(m_mutex) { return m_told; });
    }

private:
    Mutex m_mutex;
    std::condition_variable_any m_wake;
    bool m_told GUARDED_BY(m_mutex) = false;
};

// What came of treating what the scan has just confirmed.
struct TreatedAlong {
    std::vector<Treatment> treatments;
    std::optional<TreatmentStop> over; // nothing more may be treated: why
};
// Writes to the drive while the scan waits, by leave of its own: no command of the scan's ever writes.
class AlongTreatment {
public:
    virtual ~AlongTreatment() = default;
    // `defects`: what is to be treated; `ledger`: all that are known; `covered`: what has been read. Nothing
    // is at the drive meanwhile. Returns soon after a stop is requested, but for a write that is under way.
    virtual TreatedAlong treat(const std::vector<LedgerEntry>& defects,
                               const std::vector<LedgerEntry>& ledger, const SpanSet& covered,
                               const std::stop_token& stop) = 0;
};

// A reading that was no part of the scan and was not answered in good order. Where the scan then reads the
// place well, it failed once all the same.
struct MetBefore {
    LbaSpan span;
    ReadAnswer answer;
};

struct ScanServices {
    Thermometer thermometer{};
    CriticalCount critical{};
    DriveFinder finder{};
    ServicesAnew anew{}; // for when it has come back where it was
    StillThere present{};
    LoadFinder whoElse{};
    StoredWord stored{};
    SerialNow serialNow{};
    std::shared_ptr<ErrorRecoveryLimit> recovery{};
    // How many scans of this process read through the USB hub that the drive hangs on; null where it has
    // none.
    std::shared_ptr<std::atomic<int>> sharingHub{};
    std::shared_ptr<FirstKept> firstKept{}; // waited for before the first block
    std::vector<std::string> claims{};      // what must not be used twice at once; see claim.h
    PlaceRules places{};                    // where an image may be
    std::shared_ptr<ImageWriter> image{};   // what is read is kept in it
    // What questions of ours met before the scan began.
    std::vector<MetBefore> met{};
    EarlierPaceFinder earlierPace{};
    std::shared_ptr<AlongTreatment> along{}; // "treat as you go"; null: nothing is written
    // Where the drive went silent before the scan began, by a question of ours: that is where it is told.
    std::optional<LbaSpan> silentAt{};
    // The same scan as it was kept when it was broken off, on the same grid; what it vouches for is not
    // visited again. Must live until the engine is made.
    const ScanRecord* earlier = nullptr;
};

} // namespace orbita
