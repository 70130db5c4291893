// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/estimator.h"

#include <cmath>

namespace orbita {

namespace {
// Older parts of the scan count for less: half as much after this share of the span.
constexpr double memory = 0.05;
} // namespace

void Estimator::addProbe(Lba at, double nsPerSector) {
    m_probes.push_back({static_cast<double>(at.value), nsPerSector});
}

double Estimator::curveAt(double lba) const {
    if (lba <= m_probes.front().lba)
        return m_probes.front().nsPerSector;
    for (std::size_t i = 1; i < m_probes.size(); ++i) {
        const Probe& a = m_probes[i - 1];
        const Probe& b = m_probes[i];
        if (lba <= b.lba)
            return a.nsPerSector + (b.nsPerSector - a.nsPerSector) * (lba - a.lba) / (b.lba - a.lba);
    }
    return m_probes.back().nsPerSector;
}

double Estimator::byCurve(LbaSpan part) const {
    const auto sectors = static_cast<double>(part.count.value);
    if (m_probes.empty())
        return sectors;
    // The curve is made of straight lines: exact with its corners as limits of the pieces.
    const auto first = static_cast<double>(part.first.value);
    const double end = first + sectors;
    double sum = 0;
    double from = first;
    for (const Probe& probe : m_probes) {
        if (probe.lba <= from || probe.lba >= end)
            continue;
        sum += (probe.lba - from) * (curveAt(from) + curveAt(probe.lba)) / 2;
        from = probe.lba;
    }
    return sum + (end - from) * (curveAt(from) + curveAt(end)) / 2;
}

void Estimator::observe(LbaSpan part, Nanoseconds took) {
    const double fade = std::exp2(-static_cast<double>(part.count.value) /
                                  (memory * static_cast<double>(m_span.count.value)));
    m_observedNs = m_observedNs * fade + static_cast<double>(took.count());
    m_predicted = m_predicted * fade + byCurve(part);
}

std::optional<Nanoseconds> Estimator::expected(LbaSpan part) const {
    if (m_probes.empty() && m_predicted <= 0)
        return std::nullopt;
    const double correction = m_predicted > 0 ? m_observedNs / m_predicted : 1;
    return Nanoseconds{std::llround(byCurve(part) * correction)};
}

DurationRange guessDuration(std::uint64_t bytes, bool rotating, bool throughUsb) {
    // MB/s averaged over a whole drive, as drives of the last fifteen years differ.
    const double slow = rotating ? (throughUsb ? 60 : 80) : (throughUsb ? 100 : 250);
    const double fast = rotating ? (throughUsb ? 180 : 190) : (throughUsb ? 400 : 2500);
    const double mb = static_cast<double>(bytes) / 1e6;
    return {fromSeconds(mb / fast), fromSeconds(mb / slow)};
}

} // namespace orbita
