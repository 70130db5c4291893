// SPDX-License-Identifier: GPL-3.0-or-later
// What was done to sectors to bring them back, and what came of it: a layer beside the map, which goes on
// saying what was found.
#pragma once

#include "core/base/units.h"

#include <optional>
#include <string_view>
#include <vector>

namespace orbita {

// The gentlest first; kept by name.
enum class TreatmentStep : std::uint8_t {
    readAgain,  // read, several times and in several ways
    refresh,    // what was read from there written back
    pieced,     // what could be put together from several tries written back
    zeros,      // zeros written there, so that the drive may use another sector in its place
    reassigned, // the drive told to use another sector
};
std::string_view treatmentStepName(TreatmentStep step);
std::optional<TreatmentStep> treatmentStepFromName(std::string_view name);

// The best first; kept by name.
enum class TreatmentResult : std::uint8_t {
    readsWell,           // without anything written
    rewritten,           // in place
    remapped,            // to a spare
    rewrittenOrRemapped, // the drive does not say which
    stillSlow,           // it reads, as late as before
    stillUnreadable,
    outOfSpares,
    worse, // than before
};
std::string_view treatmentResultName(TreatmentResult result);
std::optional<TreatmentResult> treatmentResultFromName(std::string_view name);
bool isHealed(TreatmentResult result);

// Why a treatment ended; kept by name.
enum class TreatmentStop : std::uint8_t {
    done,
    byHand,
    newDefects, // they came faster than old ones were healed
    sparesLow,
    tooHot,
    notAnswered, // the drive stopped answering
    driveGone,
    mediumRefuses,  // several spots in a row were not taken
    notStored,      // the drive says that it has written, and has not
    writeProtected, // it takes no writing, or not any more
    notKept,        // the journal could not be written: nothing goes on without it
    leaveEnded,     // leave to write ended, or was taken back
};
std::string_view treatmentStopName(TreatmentStop stop);
// Going on is sensible once its cause is gone; of the others, the drive is the cause.
bool canBeGoneOnWith(TreatmentStop stop);
std::optional<TreatmentStop> treatmentStopFromName(std::string_view name);

struct Treatment {
    LbaSpan span;
    TreatmentStep step = TreatmentStep::readAgain; // the last that was taken
    TreatmentResult result = TreatmentResult::readsWell;
    std::int64_t at = 0; // seconds since 1970
    friend bool operator==(const Treatment&, const Treatment&) = default;
};

// Ascending and never overlapping: of each sector, what was done last.
class TreatmentLayer {
public:
    // Takes the place of what was said of these sectors before. An empty span says nothing.
    void add(const Treatment& treatment);

    [[nodiscard]] const std::vector<Treatment>& all() const { return m_all; }
    [[nodiscard]] bool empty() const { return m_all.empty(); }
    // Those that reach into `span`: [first, end) of all().
    [[nodiscard]] std::pair<std::size_t, std::size_t> rangeIn(const LbaSpan& span) const;
    // The worst that came of any of them; nothing where nothing was done.
    [[nodiscard]] std::optional<TreatmentResult> worstIn(const LbaSpan& span) const;

    // All of it was treated, and reads well since.
    [[nodiscard]] bool heals(const LbaSpan& span) const;

    friend bool operator==(const TreatmentLayer&, const TreatmentLayer&) = default;

private:
    std::vector<Treatment> m_all;
};

} // namespace orbita
