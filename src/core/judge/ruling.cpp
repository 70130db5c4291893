// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/ruling.h"

#include <algorithm>

namespace orbita {

namespace {

constexpr std::int64_t day = 86'400;
constexpr std::uint64_t testHours = 168; // of running: a self-test older than that says little of today

constexpr std::array<std::string_view, 41> reasonNames = {"measured",
                                                          "reading",
                                                          "self-test-failed",
                                                          "bad-firmware",
                                                          "no-answer",
                                                          "zero-capacity",
                                                          "went-read-only",
                                                          "regular-shape",
                                                          "all-over-shape",
                                                          "growing-shape",
                                                          "complaint",
                                                          "not-asked",
                                                          "vitals-silent",
                                                          "no-self-test",
                                                          "not-scanned",
                                                          "partly-scanned",
                                                          "too-old",
                                                          "only-sampled",
                                                          "mostly-ungraded",
                                                          "failed-open",
                                                          "locked",
                                                          "erased",
                                                          "cable",
                                                          "adapter",
                                                          "power",
                                                          "load",
                                                          "file-system",
                                                          "computer",
                                                          "noteworthy-reading",
                                                          "no-vitals-offered",
                                                          "shape",
                                                          "unmapped",
                                                          "not-reproduced",
                                                          "data-elsewhere",
                                                          "sample-stands",
                                                          "wear",
                                                          "nothing-against",
                                                          "read-throughout",
                                                          "vitals-within",
                                                          "test-passed",
                                                          "none-new"};
constexpr std::array<std::string_view, 5> roleNames = {"against", "missing", "elsewhere", "besides", "for"};
constexpr std::array<std::string_view, 3> sourceNames = {"policy", "drive", "none"};

// What it means for data that exists nowhere else.
DataFate dataOf(Fate weight) {
    return weight == Fate::keep    ? DataFate::safe
           : weight == Fate::watch ? DataFate::saveSoon
                                   : DataFate::saveNow;
}

const Reading* readingOf(const std::vector<Reading>& readings, ReadingKind kind) {
    const auto found =
        std::find_if(readings.begin(), readings.end(), [&](const Reading& r) { return r.kind == kind; });
    return found == readings.end() ? nullptr : &*found;
}

bool grew(const OwnWord& own, ReadingKind kind) {
    const Reading* now = readingOf(own.readings, kind);
    const Reading* before = readingOf(own.before, kind);
    return now != nullptr && before != nullptr && now->value > before->value;
}

bool notedOf(const Evidence& evidence, VitalsNote note) {
    return std::find(evidence.own.notes.begin(), evidence.own.notes.end(), note) != evidence.own.notes.end();
}

class Judge {
public:
    Judge(const Evidence& evidence, const HousePolicy& policy) : m_evidence(evidence), m_policy(policy) {}

    Ruling operator()() {
        m_ruling.policy = m_policy.name;
        weighMeasured();
        weighOwnWord();
        weighShape();
        weighComplaints();
        lookForWhatIsMissing();
        lookElsewhere();
        lookBesides();
        return conclude();
    }

private:
    RulingReason& add(ReasonKind kind, Fate weight = Fate::keep) {
        RulingReason reason;
        reason.kind = kind;
        reason.weight = weight;
        reason.data = dataOf(weight);
        m_ruling.reasons.push_back(std::move(reason));
        return m_ruling.reasons.back();
    }
    [[nodiscard]] bool has(ReasonKind kind) const {
        return std::any_of(m_ruling.reasons.begin(), m_ruling.reasons.end(),
                           [&](const RulingReason& reason) { return reason.kind == kind; });
    }

    void weighMeasured() {
        for (const auto& [measured, limits] : m_policy.ruling.limits) {
            const double value = measuredIn(m_evidence, measured);
            std::optional<double> reached;
            Fate weight = Fate::keep;
            std::optional<double> next;
            Fate nextWeight = Fate::keep;
            for (const auto& [limit, fate] :
                 {std::pair{limits.watch, Fate::watch}, std::pair{limits.spareDuty, Fate::spareDuty},
                  std::pair{limits.retire, Fate::retire}}) {
                if (limit && value >= *limit && value > 0) {
                    reached = limit;
                    weight = fate;
                } else if (limit && !next) {
                    next = limit;
                    nextWeight = fate;
                }
            }
            if (!reached)
                continue;
            RulingReason& reason = add(ReasonKind::measured, weight);
            reason.measured = measured;
            reason.value = value;
            reason.limit = reached;
            reason.source = LimitSource::policy;
            reason.nextLimit = next;
            reason.nextWeight = nextWeight;
            if (measured == Measured::froze)
                reason.data = DataFate::saveNow;
        }
        // Whatever a policy says or leaves out: what cannot be read now is never all right.
        const Damage& damage = m_evidence.damage;
        for (const auto& [measured, value] :
             {std::pair{Measured::unreadablePatches, damage.unreadablePatches},
              std::pair{Measured::froze, damage.froze}})
            if (value > 0 && !reaches(measured)) {
                RulingReason& reason = add(ReasonKind::measured, Fate::watch);
                reason.measured = measured;
                reason.value = static_cast<double>(value);
            }
    }
    [[nodiscard]] bool reaches(Measured measured) const {
        return std::any_of(m_ruling.reasons.begin(), m_ruling.reasons.end(), [&](const RulingReason& reason) {
            return reason.kind == ReasonKind::measured && reason.measured == measured;
        });
    }

    void weighOwnWord() {
        const OwnWord& own = m_evidence.own;
        for (std::size_t i = 0; i < own.readings.size(); ++i) {
            const Reading& reading = own.readings[i];
            const Reading* before =
                reading.kind == ReadingKind::vendorSpecific ? nullptr : readingOf(own.before, reading.kind);
            const Finding finding = assess(reading, m_policy, before);
            // Errors on the cable are told of the cable.
            if (finding.level == FindingLevel::fine || reading.kind == ReadingKind::linkErrors)
                continue;
            const Fate weight = finding.level == FindingLevel::critical  ? m_policy.ruling.readingCritical
                                : finding.level == FindingLevel::warning ? m_policy.ruling.readingWarning
                                                                         : Fate::keep;
            RulingReason& reason =
                add(finding.level == FindingLevel::note ? ReasonKind::noteworthyReading : ReasonKind::reading,
                    weight);
            reason.index = i;
            reason.finding = finding;
            reason.value = static_cast<double>(reading.value);
            if (finding.limit)
                reason.limit = static_cast<double>(*finding.limit);
            reason.source = finding.limit && finding.reason == FindingReason::aboveLimit ? LimitSource::policy
                            : finding.reason == FindingReason::grewSinceLastVisit ? LimitSource::nothing
                                                                                  : LimitSource::drive;
            // It stands for what cannot be had any more: whatever a policy makes of the drive.
            if (finding.level == FindingLevel::critical)
                reason.data = DataFate::saveNow;
        }
        if (own.selfTest && own.selfTest->result != SelfTestResult::passed)
            add(ReasonKind::selfTestFailed, m_policy.ruling.selfTestFailed).data = DataFate::saveNow;
        for (const BadFirmware& bad : m_policy.badFirmware)
            if (m_evidence.model.starts_with(bad.model) && m_evidence.firmware == bad.firmware)
                add(ReasonKind::badFirmware, m_policy.ruling.badFirmware).text = bad.why;
        // One that froze under a scan may come back when it is switched off and on: then there is one try.
        if (notedOf(m_evidence, VitalsNote::checkedNoAnswer))
            add(ReasonKind::noAnswer, Fate::retire).data = DataFate::specialist;
        else if (m_evidence.lastEnded == EndReason::noAnswer)
            add(ReasonKind::noAnswer, Fate::retire);
        if (notedOf(m_evidence, VitalsNote::zeroCapacity) || m_evidence.capacityBytes == 0)
            add(ReasonKind::zeroCapacity, Fate::retire).data = DataFate::specialist;
        if (notedOf(m_evidence, VitalsNote::readOnly))
            add(ReasonKind::wentReadOnly, Fate::retire).data = DataFate::saveNow;
    }

    void weighShape() {
        const ShapeFound& shape = m_evidence.damage.shape;
        // Slow places alone say where to look; a shape weighs only where something cannot be read.
        if (shape.sureness == Sureness::notSure || m_evidence.damage.unreadablePatches == 0)
            return;
        if (shape.shape == DamageShape::regular)
            add(ReasonKind::regularShape, m_policy.ruling.regularShape);
        else if (shape.shape == DamageShape::allOver)
            add(ReasonKind::allOverShape, m_policy.ruling.allOverShape);
        else if (shape.shape == DamageShape::growingEdge)
            add(ReasonKind::growingShape, m_policy.ruling.growingShape);
    }

    void weighComplaints() {
        for (const Complaint& complaint : m_evidence.complaints) {
            if (complaint.here == Reproduced::no) {
                add(ReasonKind::notReproduced).complaint = complaint.mark;
                continue;
            }
            if (!meansStop(complaint.mark))
                continue;
            RulingReason& reason =
                add(ReasonKind::complaint, complaint.here == Reproduced::yes ? Fate::retire : Fate::watch);
            reason.complaint = complaint.mark;
            // Heads that touch: every further minute may cost more than reading gains.
            reason.data =
                complaint.mark == ComplaintMark::noise || complaint.mark == ComplaintMark::wasDropped
                    ? DataFate::specialist
                    : DataFate::saveNow;
        }
    }

    void lookForWhatIsMissing() {
        const RulingPolicy& needs = m_policy.ruling;
        const bool asked = m_evidence.own.readAt != 0;
        const bool told = !m_evidence.own.readings.empty();
        if (needs.needsVitals == NeedsVitals::always ||
            (needs.needsVitals == NeedsVitals::whereOffered && m_evidence.takesCommands)) {
            if (!asked)
                add(ReasonKind::notAsked);
            else if (!told)
                add(ReasonKind::vitalsSilent);
        }
        if (needs.needsSelfTest &&
            (!m_evidence.own.selfTest || m_evidence.own.hoursSinceTest.value_or(0) > testHours))
            add(ReasonKind::noSelfTest);
        if (notedOf(m_evidence, VitalsNote::locked) || notedOf(m_evidence, VitalsNote::rangesLocked) ||
            m_evidence.lastEnded == EndReason::locked)
            add(ReasonKind::locked);
        if (notedOf(m_evidence, VitalsNote::erasing) || notedOf(m_evidence, VitalsNote::erasureFailed))
            add(ReasonKind::erased);
        lookForWhatWasNotRead();
    }

    void lookForWhatWasNotRead() {
        const RulingPolicy& needs = m_policy.ruling;
        double graded = 0;
        double ungraded = 0;
        double unmapped = 0;
        double old = 0;
        for (const Coverage& part : m_evidence.coverage) {
            if (part.at < m_evidence.at - needs.freshDays * day) {
                old += part.graded;
                continue;
            }
            graded += part.graded;
            ungraded += part.ungraded;
            unmapped += part.unmapped;
        }
        const auto percent = [](double share) { return std::clamp(share, 0.0, 1.0) * 100; };
        m_unmapped = percent(unmapped);
        m_ruling.readPercent = percent(graded);
        // What holds nothing cannot be read; the rest has to be.
        const double enough = percent(graded + unmapped);
        if (const double open = static_cast<double>(m_evidence.damage.failedBlocks); open > 0)
            add(ReasonKind::failedOpen).value = open;
        if (enough + 1e-9 >= needs.leastReadPercent)
            return;
        const auto& sample = m_evidence.sample;
        if (sample && sample->at >= m_evidence.at - needs.freshDays * day) {
            const double may = sample->mostDefective * 100;
            const bool stands = needs.sampleVouches && sample->defective == 0 && may <= *needs.sampleVouches;
            RulingReason& reason = add(stands ? ReasonKind::sampleStands : ReasonKind::onlySampled);
            reason.value = may;
            reason.limit = needs.sampleVouches;
            reason.source = needs.sampleVouches ? LimitSource::policy : LimitSource::nothing;
            return;
        }
        const auto missing = [&](ReasonKind kind, double value) {
            RulingReason& reason = add(kind);
            reason.value = value;
            reason.limit = needs.leastReadPercent;
            reason.source = LimitSource::policy;
        };
        if (ungraded > 0 && percent(graded + unmapped + ungraded) + 1e-9 >= needs.leastReadPercent)
            missing(ReasonKind::mostlyUngraded, percent(ungraded));
        else if (enough > 0)
            missing(ReasonKind::partlyScanned, enough);
        else if (old > 0)
            missing(ReasonKind::tooOld, percent(old));
        else
            missing(ReasonKind::notScanned, 0);
    }

    void lookElsewhere() {
        const OwnWord& own = m_evidence.own;
        const Reading* linkErrors = readingOf(own.readings, ReadingKind::linkErrors);
        const ReadingLimits* limits = m_policy.limitsOf(ReadingKind::linkErrors);
        const bool many = linkErrors != nullptr && limits != nullptr && limits->warning &&
                          linkErrors->value >= *limits->warning;
        if (m_evidence.linkFaults > 0 || grew(own, ReadingKind::linkErrors) || many ||
            m_evidence.lastEnded == EndReason::linkFaults) {
            RulingReason& reason = add(ReasonKind::cable);
            reason.value = m_evidence.linkFaults > 0 ? static_cast<double>(m_evidence.linkFaults)
                           : linkErrors != nullptr   ? static_cast<double>(linkErrors->value)
                                                     : 0;
        }
        if (notedOf(m_evidence, VitalsNote::bridgeDisagrees) ||
            (m_evidence.behindBridge && m_evidence.damage.dropped > 0))
            add(ReasonKind::adapter);
        if (grew(own, ReadingKind::unsafeShutdowns) && !m_evidence.complaints.empty())
            add(ReasonKind::power).value =
                static_cast<double>(readingOf(own.readings, ReadingKind::unsafeShutdowns)->value -
                                    readingOf(own.before, ReadingKind::unsafeShutdowns)->value);
        if (m_evidence.damage.disturbedPercent >= 0.5)
            add(ReasonKind::load).value = m_evidence.damage.disturbedPercent;
    }

    void lookBesides() {
        if (!m_evidence.takesCommands && m_evidence.own.readings.empty())
            add(ReasonKind::noVitalsOffered);
        if (m_evidence.damage.shape.shape != DamageShape::none && !has(ReasonKind::regularShape) &&
            !has(ReasonKind::allOverShape) && !has(ReasonKind::growingShape))
            add(ReasonKind::shape);
        if (m_evidence.wear.figure && !reaches(Measured::wear) && !reaches(Measured::wearGrowth))
            add(ReasonKind::wear);
        if (m_unmapped >= 5)
            add(ReasonKind::unmapped).value = m_unmapped;
        if (m_evidence.data == DataElsewhere::saved)
            add(ReasonKind::dataElsewhere);
    }

    // What the drive comes to where reason `left` is left out.
    [[nodiscard]] Fate fateWithout(std::optional<std::size_t> left) const {
        Fate fate = Fate::keep;
        for (std::size_t i = 0; i < m_ruling.reasons.size(); ++i)
            if (i != left)
                fate = std::max(fate, m_ruling.reasons[i].weight);
        return fate;
    }

    Ruling conclude() {
        m_ruling.fate = fateWithout(std::nullopt);
        for (std::size_t i = 0; i < m_ruling.reasons.size(); ++i)
            m_ruling.reasons[i].without = fateWithout(i);
        // What is bad enough needs no more to be known.
        m_ruling.settled = m_ruling.count(ReasonRole::missing) == 0 || m_ruling.fate == Fate::retire;
        for (const RulingReason& reason : m_ruling.reasons)
            m_ruling.data = std::max(m_ruling.data, reason.data);
        if (m_evidence.data == DataElsewhere::saved)
            m_ruling.data = DataFate::safe;
        if (m_ruling.settled && m_ruling.fate == Fate::watch)
            m_ruling.lookAgainAt = m_evidence.at + m_policy.ruling.watchDays * day;
        if (m_ruling.settled && m_ruling.fate == Fate::keep) {
            // A sound drive with a complaint: it is something else.
            const bool about = std::any_of(m_evidence.complaints.begin(), m_evidence.complaints.end(),
                                           [](const Complaint& complaint) {
                                               return complaint.mark == ComplaintMark::wantsRepair ||
                                                      complaint.mark == ComplaintMark::readErrors ||
                                                      complaint.mark == ComplaintMark::writeErrors ||
                                                      complaint.mark == ComplaintMark::willNotStart;
                                           });
            const bool accused = m_ruling.count(ReasonRole::elsewhere) > 0;
            if (about)
                add(ReasonKind::fileSystem);
            else if (!m_evidence.complaints.empty() && !accused)
                add(ReasonKind::computer);
            add(ReasonKind::nothingAgainst);
            sayWhatSpeaksForIt();
        } else if (m_ruling.count(ReasonRole::against) + m_ruling.count(ReasonRole::missing) == 0) {
            add(ReasonKind::nothingAgainst);
        }
        std::stable_sort(m_ruling.reasons.begin(), m_ruling.reasons.end(),
                         [](const RulingReason& a, const RulingReason& b) {
                             const auto rank = [](const RulingReason& r) {
                                 return std::pair(roleOf(r.kind), -static_cast<int>(r.weight));
                             };
                             return rank(a) < rank(b);
                         });
        return std::move(m_ruling);
    }

    // Only of what is kept: with anything against it, no sentence is to sound as if all were well.
    void sayWhatSpeaksForIt() {
        if (m_ruling.readPercent > 0 && m_evidence.damage.places.empty())
            add(ReasonKind::readThroughout).value = m_ruling.readPercent;
        const auto watched = std::count_if(
            m_evidence.own.readings.begin(), m_evidence.own.readings.end(),
            [&](const Reading& r) { return assess(r, m_policy).reason == FindingReason::withinLimits; });
        if (watched > 0)
            add(ReasonKind::vitalsWithin).value = static_cast<double>(watched);
        if (m_evidence.own.selfTest && m_evidence.own.selfTest->result == SelfTestResult::passed)
            add(ReasonKind::testPassed);
        if (m_evidence.change.since != 0 && m_evidence.change.patches.notCompared == 0)
            add(ReasonKind::noneNew).value = m_evidence.change.comparedPercent;
    }

    const Evidence& m_evidence;
    const HousePolicy& m_policy;
    Ruling m_ruling;
    double m_unmapped = 0; // percent
};

} // namespace

std::string_view reasonKindName(ReasonKind kind) {
    return reasonNames[static_cast<std::size_t>(kind)];
}

std::string_view reasonRoleName(ReasonRole role) {
    return roleNames[static_cast<std::size_t>(role)];
}

std::string_view limitSourceName(LimitSource source) {
    return sourceNames[static_cast<std::size_t>(source)];
}

ReasonRole roleOf(ReasonKind kind) {
    return kind <= ReasonKind::complaint       ? ReasonRole::against
           : kind <= ReasonKind::erased        ? ReasonRole::missing
           : kind <= ReasonKind::computer      ? ReasonRole::elsewhere
           : kind < ReasonKind::nothingAgainst ? ReasonRole::besides
                                               : ReasonRole::speaksFor;
}

std::size_t Ruling::count(ReasonRole role) const {
    return static_cast<std::size_t>(
        std::count_if(reasons.begin(), reasons.end(),
                      [&](const RulingReason& reason) { return roleOf(reason.kind) == role; }));
}

const RulingReason& Ruling::leading() const {
    static const RulingReason none;
    const auto found = std::find_if(reasons.begin(), reasons.end(), [](const RulingReason& reason) {
        const ReasonRole role = roleOf(reason.kind);
        return role != ReasonRole::elsewhere && role != ReasonRole::besides;
    });
    return found == reasons.end() ? none : *found;
}

double measuredIn(const Evidence& evidence, Measured measured) {
    const Damage& damage = evidence.damage;
    const auto number = [](std::uint64_t count) { return static_cast<double>(count); };
    switch (measured) {
    case Measured::unreadablePatches:
        return number(damage.unreadablePatches);
    case Measured::unreadableSectors:
        return number(damage.unreadableSectors);
    case Measured::newPatches:
        return number(evidence.change.patches.fresh);
    case Measured::grownPatches:
        return number(evidence.change.patches.grown);
    case Measured::healedPatches:
        return number(damage.healedPatches);
    case Measured::vainPatches:
        return number(damage.vainPatches);
    case Measured::readSecondTry:
        return number(damage.readSecondTry);
    case Measured::stalledPlaces:
        return number(damage.stalled);
    case Measured::strainingPlaces:
        return number(damage.straining);
    case Measured::labouredPlaces:
        return number(damage.laboured);
    case Measured::latePercent:
        return damage.latePercent;
    case Measured::froze:
        return number(damage.froze);
    case Measured::dropped:
        return number(damage.dropped);
    case Measured::frozeBefore:
        return number(damage.frozeBefore);
    case Measured::paceLossPercent:
        return evidence.change.paceLossPercent.value_or(0);
    case Measured::slowZonePercent:
        return evidence.rotating == std::optional(false) ? 0 : evidence.slowZonePercent.value_or(0);
    case Measured::unevenness:
        return evidence.rotating == std::optional(false) ? damage.lateUnitsOfThousandth : 0;
    case Measured::wear:
        return evidence.wear.figure ? std::max(0.0, evidence.wear.figure->least) : 0;
    case Measured::wearGrowth:
        return evidence.wear.sinceFirst ? std::max(0.0, evidence.wear.sinceFirst->least) : 0;
    }
    return 0;
}

Ruling rule(const Evidence& evidence, const HousePolicy& policy) {
    return Judge(evidence, policy)();
}

int urgencyOf(Fate fate, bool settled) {
    return (static_cast<int>(Fate::retire) - static_cast<int>(fate)) * 2 + (settled ? 1 : 0);
}

} // namespace orbita
