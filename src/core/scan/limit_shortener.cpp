// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/limit_shortener.h"

namespace orbita {

namespace {

constexpr Nanoseconds commonlyTaken = std::chrono::seconds{1}; // by drives that take no shorter time
constexpr Nanoseconds restorePatience = std::chrono::seconds{5};
constexpr Nanoseconds restorePatienceStopped = std::chrono::milliseconds{100};

} // namespace

std::optional<ScanEvent> LimitShortener::set(bool shorter, const std::stop_token& stop) {
    if (!m_setting || m_refused || m_limit.count() == 0 || m_shorter.value_or(false) == shorter ||
        stop.stop_requested())
        return std::nullopt;
    if (!shorter)
        return restore(stop);
    const bool first = !m_shorter.has_value();
    m_shorter = true;
    Nanoseconds limit = m_limit;
    auto before = m_setting->shorten(limit, stop);
    if (!before && limit < commonlyTaken && !stop.stop_requested()) { // better than its own patience
        limit = commonlyTaken;
        before = m_setting->shorten(limit, stop);
    }
    if (!before) {
        m_refused = true;
        m_shorter = false;
        return ScanEvent{.kind = ScanEventKind::limitUnchanged};
    }
    const bool sooner = before->count() == 0 || *before > limit;
    m_told = sooner ? limit : Nanoseconds{};
    if (!first)
        return std::nullopt;
    return ScanEvent{.kind = ScanEventKind::limitShortened, .latency = sooner ? limit : *before};
}

std::optional<ScanEvent> LimitShortener::restore(const std::stop_token& stop) {
    if (!inForce())
        return std::nullopt;
    m_shorter = false;
    const auto back = m_setting->restore(stop.stop_requested() ? restorePatienceStopped : restorePatience);
    return ScanEvent{.kind = back ? ScanEventKind::limitRestored : ScanEventKind::limitOwed};
}

} // namespace orbita
