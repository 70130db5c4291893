// SPDX-License-Identifier: GPL-3.0-or-later
// The ruling on one drive, as it stands now: worked out on a thread of its own from what is known here, and
// what the casebook knows of earlier scans.
#pragma once

#include "app/visit/casebook_keeper.h"
#include "app/visit/doorbell.h"
#include "core/base/mutex.h"
#include "core/judge/ruling.h"

#include <QObject>
#include <condition_variable>
#include <optional>
#include <thread>

namespace orbita::app {

class RulingController final : public QObject {
    Q_OBJECT
public:
    // `keeper` may be null: only what is known here counts then, and nothing is entered.
    RulingController(CasebookKeeper* keeper, HousePolicy policy, QObject* parent = nullptr);
    ~RulingController() override;

    // What is known here and now. Rules anew in a moment; what is given meanwhile takes the place of what
    // waits.
    void take(CaseFile file);
    // Asks the casebook what it knows of that drive.
    void askBook(const DriveIdentity& drive);

    [[nodiscard]] const HousePolicy& policy() const { return m_policy; }
    void setPolicy(const HousePolicy& policy);

    // False until there is something to rule on.
    [[nodiscard]] bool known() const { return m_evidence.has_value(); }
    [[nodiscard]] const Ruling& ruling() const { return m_ruling; }
    [[nodiscard]] const Evidence& evidence() const { return *m_evidence; } // requires known()
    // What it would come to by another policy. Requires known().
    [[nodiscard]] Ruling by(const HousePolicy& policy) const { return rule(*m_evidence, policy); }

    // Rulings that were entered of this drive, oldest first.
    [[nodiscard]] const std::vector<KeptRuling>& given() const { return m_given; }
    // The latest of them, whatever the visit; null: none.
    [[nodiscard]] const KeptRuling* latestGiven() const {
        return m_given.empty() ? nullptr : &m_given.back();
    }
    // The latest of them, where it was entered on that visit; null: none.
    [[nodiscard]] const KeptRuling* givenOn(std::int64_t visit) const;

    // Why no ruling can be entered now; empty if it can.
    [[nodiscard]] QString whyNotGive(std::int64_t visit) const;
    // Enters the ruling as it stands on that visit; `own`: as a person rules otherwise, with a reason.
    void give(std::int64_t visit, std::optional<Fate> own, const std::string& reason, const std::string& by);
    // Why the latest could not be entered.
    [[nodiscard]] const std::optional<Error>& error() const { return m_error; }

signals:
    void changed();

private:
    struct FromBook {
        std::vector<ScanDigest> scans;
        UnwornKind unworn;
        std::vector<KeptRuling> given;
    };
    // Shared with tasks that may outlive this.
    struct Mailbox {
        Mailbox(QObject* whose, std::function<void()> take) : bell(whose, std::move(take)) {}
        Doorbell bell; // rung after something was put in
        Mutex mutex;
        std::optional<Evidence> evidence GUARDED_BY(mutex);
        std::optional<FromBook> book GUARDED_BY(mutex);
        std::optional<Error> error GUARDED_BY(mutex);
    };
    void takeMail();
    void run(const std::stop_token& stop);
    void wish();

    CasebookKeeper* m_keeper;
    HousePolicy m_policy;
    DriveIdentity m_drive;
    CaseFile m_file;                // as it was taken last
    std::vector<ScanDigest> m_kept; // of the casebook
    UnwornKind m_unworn;            // likewise
    std::vector<KeptRuling> m_given;
    std::optional<Evidence> m_evidence;
    Ruling m_ruling;
    std::optional<Error> m_error;

    std::shared_ptr<Mailbox> m_mail;
    Mutex m_wishMutex;
    std::condition_variable_any m_wishWake;
    std::optional<CaseFile> m_wish GUARDED_BY(m_wishMutex);
    std::jthread m_thread; // begun with the first
};

} // namespace orbita::app
