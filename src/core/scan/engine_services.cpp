// SPDX-License-Identifier: GPL-3.0-or-later
// What a scan is given besides the drive, and made anew when the drive came back another way.
#include "core/scan/engine.h"
#include "core/scan/engine_times.h"

#include <algorithm>

namespace orbita {

namespace {

constexpr Nanoseconds loadInterval = std::chrono::seconds{10}; // between looks at who else uses the drive

} // namespace

void Engine::keep(Lba first, const ReadAnswer& answer) {
    if (answer.data.empty() || answer.verdict.outcome != Outcome::answered)
        return;
    if (m_known.look(first, answer.data))
        m_feed.tellKnown(m_known.known());
    if (!m_saving)
        return;
    const std::size_t sector = drive().identity().logicalBytes;
    m_saving->keep(first, answer.data.first(answer.data.size() / sector * sector));
}

void Engine::nameLoad() {
    if (!m_services.whoElse || (m_loadNamed.count() > 0 && m_clock.now() - m_loadNamed < loadInterval))
        return;
    m_loadNamed = m_clock.now();
    m_status.loadBy = m_services.whoElse();
}

// Whose doing it may be that the answer was late. One that was quick needs no excuse.
Disturbance Engine::disturbanceOf(const ReadAnswer& answer) {
    if (answer.disturbance == Disturbance::none && m_services.sharingHub && m_services.sharingHub->load() > 1)
        return Disturbance::sharedWay;
    return answer.disturbance;
}

bool Engine::foundElsewhere() {
    if (!m_services.finder || m_ended != EndReason::running)
        return false;
    FoundDrive found = m_services.finder(m_stop);
    if (!found.drive)
        return false;
    m_queue.replaceDrive(std::move(found.drive));
    if (m_status.depth > 1 && m_queue.setDepth(m_status.depth) != m_status.depth) {
        m_status.depth = 1;
        note({.kind = ScanEventKind::atOnce, .count = 1});
    }
    m_services.anew = std::move(found.anew);
    note({.kind = ScanEventKind::elsewhere});
    return true;
}

// What was asked over links and nodes that are gone is asked over new ones; the rules that live by it go on.
void Engine::renewServices(bool elsewhere) {
    m_treating.end(*this, TreatmentStop::leaveEnded); // whatever came back, leave was not given for it
    if (!m_services.anew)
        return;
    ScanServices anew = m_services.anew();
    m_temperature.renew(std::move(anew.thermometer));
    if (m_rules.has(RuleKind::critical))
        m_vitals.renew(std::move(anew.critical));
    m_services.finder = std::move(anew.finder);
    m_services.present = std::move(anew.present);
    m_services.whoElse = std::move(anew.whoElse);
    m_services.serialNow = std::move(anew.serialNow);
    // Whoever has changed a setting puts it back, as long as the drive is where it was; elsewhere, what is
    // owed stands in a file.
    if (elsewhere)
        m_limit.reachThrough(std::move(anew.recovery));
    m_limit.tryAgain();
    if (m_services.sharingHub)
        --*m_services.sharingHub;
    m_services.sharingHub = std::move(anew.sharingHub);
    if (m_services.sharingHub)
        ++*m_services.sharingHub;
}

} // namespace orbita
