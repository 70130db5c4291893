// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit/ruling_controller.h"

#include "store/case_file.h"

#include <QDateTime>
#include <algorithm>

namespace orbita::app {

RulingController::RulingController(CasebookKeeper* keeper, HousePolicy policy, QObject* parent)
    : QObject(parent)
    , m_keeper(keeper)
    , m_policy(std::move(policy))
    , m_mail(std::make_shared<Mailbox>(this, [this] { takeMail(); })) {}

RulingController::~RulingController() {
    m_mail->bell.unplug();
}

void RulingController::take(CaseFile file) {
    m_file = std::move(file);
    wish();
}

void RulingController::wish() {
    CaseFile file = m_file;
    file.unworn = m_unworn;
    // A scan of this window is known better here than in the casebook.
    for (const ScanDigest& scan : m_kept)
        if (std::none_of(m_file.scans.begin(), m_file.scans.end(),
                         [&](const ScanDigest& here) { return here.startedAt == scan.startedAt; }))
            file.scans.push_back(scan);
    if (file.scans.empty() && file.vitals.empty() && !m_evidence)
        return; // nothing is known yet
    {
        const MutexLock lock(m_wishMutex);
        m_wish = std::move(file);
    }
    if (!m_thread.joinable())
        m_thread = std::jthread([this](const std::stop_token& stop) { run(stop); });
    m_wishWake.notify_all();
}

void RulingController::run(const std::stop_token& stop) {
    while (!stop.stop_requested()) {
        CaseFile file;
        {
            MutexLock lock(m_wishMutex);
            if (!m_wishWake.wait(lock, stop, [this]() REQUIRES(m_wishMutex) { return m_wish.has_value(); }))
                return;
            file = std::move(*m_wish);
            m_wish.reset();
        }
        Evidence evidence = gatherEvidence(file);
        {
            const MutexLock lock(m_mail->mutex);
            m_mail->evidence = std::move(evidence);
        }
        m_mail->bell.ring();
    }
}

void RulingController::takeMail() {
    std::optional<Evidence> evidence;
    std::optional<FromBook> book;
    {
        const MutexLock lock(m_mail->mutex);
        std::swap(evidence, m_mail->evidence);
        std::swap(book, m_mail->book);
        m_error = m_mail->error;
    }
    if (evidence) {
        m_evidence = std::move(evidence);
        m_ruling = rule(*m_evidence, m_policy);
    }
    if (book) {
        m_kept = std::move(book->scans);
        m_unworn = book->unworn;
        m_given = std::move(book->given);
        wish();
    }
    emit changed();
}

void RulingController::setPolicy(const HousePolicy& policy) {
    m_policy = policy;
    if (m_evidence)
        m_ruling = rule(*m_evidence, m_policy);
    emit changed();
}

void RulingController::askBook(const DriveIdentity& drive) {
    if (m_keeper == nullptr || drive.capacity.value == 0)
        return;
    m_drive = drive;
    m_keeper->post([mail = m_mail, drive](Casebook& casebook) {
        const auto page = casebook.knownDrive(drive);
        if (!page)
            return; // the keeper has said why
        if (page->id == 0)
            return;
        auto file = caseFileOf(casebook, page->id, QDateTime::currentSecsSinceEpoch());
        auto given = casebook.rulings(page->id);
        if (!file || !given)
            return; // the keeper has said why
        if (page->ambiguousIdentity) {
            // Known by its place alone: what is not of this sitting may be of another drive.
            file->scans.clear();
            std::erase_if(*given, [](const KeptRuling& ruling) {
                return ruling.at < QDateTime::currentSecsSinceEpoch() - aSitting;
            });
        }
        {
            const MutexLock lock(mail->mutex);
            mail->book = FromBook{std::move(file->scans), file->unworn, std::move(*given)};
        }
        mail->bell.ring();
    });
}

const KeptRuling* RulingController::givenOn(std::int64_t visit) const {
    return m_given.empty() || visit == 0 || m_given.back().visit != visit ? nullptr : &m_given.back();
}

QString RulingController::whyNotGive(std::int64_t visit) const {
    if (!known())
        return tr("There is nothing to rule on yet.");
    if (m_keeper == nullptr)
        return tr("Nothing is kept here.");
    if (visit == 0)
        return tr("The casebook does not know the drive yet: read its vitals, or scan it.");
    return {};
}

void RulingController::give(std::int64_t visit, std::optional<Fate> own, const std::string& reason,
                            const std::string& by) {
    if (!whyNotGive(visit).isEmpty())
        return;
    KeptRuling ruling;
    ruling.visit = visit;
    ruling.at = QDateTime::currentSecsSinceEpoch();
    ruling.fate = m_ruling.fate;
    ruling.settled = m_ruling.settled;
    ruling.data = m_ruling.data;
    ruling.policy = policyDocument(m_policy);
    ruling.evidence = *m_evidence;
    ruling.ownFate = own;
    ruling.ownReason = reason;
    ruling.ruledBy = by;
    m_keeper->post([mail = m_mail, ruling](Casebook& casebook) {
        const auto entered = casebook.enterRuling(ruling);
        {
            const MutexLock lock(mail->mutex);
            mail->error = entered ? std::nullopt : std::optional(entered.error());
        }
        mail->bell.ring();
    });
    askBook(m_drive);
}

} // namespace orbita::app
