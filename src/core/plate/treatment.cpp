// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plate/treatment.h"

#include "core/base/names.h"

#include <algorithm>

namespace orbita {

namespace {

constexpr std::array<std::string_view, 5> stepNames = {"read-again", "refresh", "pieced", "zeros",
                                                       "reassigned"};
constexpr std::array<std::string_view, 8> treatmentResultNames = {
    "reads-well", "rewritten",        "remapped",      "rewritten-or-remapped",
    "still-slow", "still-unreadable", "out-of-spares", "worse"};

constexpr std::array<std::string_view, 12> treatmentStopNames = {
    "done",       "by-hand",        "new-defects", "spares-low",      "too-hot",  "not-answered",
    "drive-gone", "medium-refuses", "not-stored",  "write-protected", "not-kept", "leave-ended"};
static_assert(treatmentStopNames.size() == static_cast<std::size_t>(TreatmentStop::leaveEnded) + 1);

} // namespace

std::string_view treatmentStepName(TreatmentStep step) {
    return stepNames[static_cast<std::size_t>(step)];
}
std::optional<TreatmentStep> treatmentStepFromName(std::string_view name) {
    return enumFromName<TreatmentStep>(stepNames, name);
}
std::string_view treatmentResultName(TreatmentResult result) {
    return treatmentResultNames[static_cast<std::size_t>(result)];
}
std::optional<TreatmentResult> treatmentResultFromName(std::string_view name) {
    return enumFromName<TreatmentResult>(treatmentResultNames, name);
}

std::string_view treatmentStopName(TreatmentStop stop) {
    return treatmentStopNames[static_cast<std::size_t>(stop)];
}
bool canBeGoneOnWith(TreatmentStop stop) {
    switch (stop) {
    case TreatmentStop::byHand:
    case TreatmentStop::tooHot:
    case TreatmentStop::notAnswered:
    case TreatmentStop::driveGone:
    case TreatmentStop::notKept:
    case TreatmentStop::leaveEnded:
        return true;
    case TreatmentStop::done:
    case TreatmentStop::newDefects:
    case TreatmentStop::sparesLow:
    case TreatmentStop::mediumRefuses:
    case TreatmentStop::notStored:
    case TreatmentStop::writeProtected:
        break;
    }
    return false;
}

std::optional<TreatmentStop> treatmentStopFromName(std::string_view name) {
    return enumFromName<TreatmentStop>(treatmentStopNames, name);
}

bool isHealed(TreatmentResult result) {
    return result < TreatmentResult::stillSlow;
}

std::pair<std::size_t, std::size_t> TreatmentLayer::rangeIn(const LbaSpan& span) const {
    if (span.empty())
        return {0, 0};
    const auto from = std::partition_point(m_all.begin(), m_all.end(), [&](const Treatment& treatment) {
        return treatment.span.end() <= span.first;
    });
    const auto end = std::partition_point(
        from, m_all.end(), [&](const Treatment& treatment) { return treatment.span.first < span.end(); });
    return {static_cast<std::size_t>(from - m_all.begin()), static_cast<std::size_t>(end - m_all.begin())};
}

void TreatmentLayer::add(const Treatment& treatment) {
    if (treatment.span.empty())
        return;
    const auto [from, end] = rangeIn(treatment.span);
    std::vector<Treatment> now;
    const auto keep = [&](Treatment was, const LbaSpan& rest) {
        was.span = rest;
        if (!rest.empty())
            now.push_back(was);
    };
    if (from < end)
        keep(m_all[from], spanBetween(m_all[from].span.first, treatment.span.first));
    now.push_back(treatment);
    if (from < end)
        keep(m_all[end - 1], spanBetween(treatment.span.end(), m_all[end - 1].span.end()));
    const auto at = m_all.erase(m_all.begin() + static_cast<std::ptrdiff_t>(from),
                                m_all.begin() + static_cast<std::ptrdiff_t>(end));
    m_all.insert(at, now.begin(), now.end());
}

std::optional<TreatmentResult> TreatmentLayer::worstIn(const LbaSpan& span) const {
    std::optional<TreatmentResult> worst;
    const auto [from, end] = rangeIn(span);
    for (std::size_t i = from; i < end; ++i)
        worst = worst ? std::max(*worst, m_all[i].result) : m_all[i].result;
    return worst;
}

bool TreatmentLayer::heals(const LbaSpan& span) const {
    SectorCount healed;
    const auto [from, end] = rangeIn(span);
    for (std::size_t i = from; i < end; ++i)
        if (isHealed(m_all[i].result))
            healed = healed + intersection(m_all[i].span, span).count;
    return !span.empty() && healed == span.count;
}

} // namespace orbita
