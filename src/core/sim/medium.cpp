// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sim/medium.h"

#include "core/base/bytes.h"
#include "core/sim/content.h"

#include <algorithm>

namespace orbita::sim {

namespace {

// What giving a sector up and using another one takes a drive.
constexpr Nanoseconds remappingTime = std::chrono::milliseconds{40};

} // namespace

Medium::Medium(const Scenario& scenario) : m_scenario(scenario), m_sparesLeft(scenario.writing.spares) {}

std::uint64_t Medium::perPhysical() const {
    return std::max(1U, m_scenario.identity.physicalBytes / m_scenario.identity.logicalBytes);
}

bool Medium::isTroubled(std::size_t index, std::uint64_t physical, Nanoseconds now) const {
    const auto healed = m_healed.find(physical);
    if (healed == m_healed.end())
        return true;
    const Nanoseconds fades = m_scenario.defects[index].fadesAfter;
    return !healed->second.elsewhere && fades.count() > 0 && now >= healed->second.at + fades;
}

std::optional<Lba> Medium::troubled(std::size_t index, const LbaSpan& span, Nanoseconds now) const {
    const MutexLock lock(m_mutex);
    const LbaSpan met = intersection(m_scenario.defects[index].span, span);
    const std::uint64_t per = perPhysical();
    // Where few were written to, all of a long defect need not be looked at.
    for (std::uint64_t physical = met.first.value / per; physical * per < met.end().value; ++physical)
        if (isTroubled(index, physical, now))
            return std::max(met.first, Lba{physical * per});
    return std::nullopt;
}

std::optional<Lba> Medium::spoilt(const LbaSpan& span) const {
    const MutexLock lock(m_mutex);
    const std::uint64_t per = perPhysical();
    const auto first = m_spoilt.lower_bound(span.first.value / per);
    if (first == m_spoilt.end() || *first * per >= span.end().value)
        return std::nullopt;
    return std::max(span.first, Lba{*first * per});
}

bool Medium::inWriteCache(const LbaSpan& span) const {
    const MutexLock lock(m_mutex);
    auto at = m_waiting.lower_bound(span.first.value);
    for (std::uint64_t lba = span.first.value; lba < span.end().value; ++lba, ++at)
        if (at == m_waiting.end() || at->first != lba)
            return false;
    return !span.empty();
}

std::optional<std::size_t> Medium::defectAt(std::uint64_t physical, Nanoseconds now) const {
    const LbaSpan here{{physical * perPhysical()}, {perPhysical()}};
    std::optional<std::size_t> found;
    for (std::size_t i = 0; i < m_scenario.defects.size(); ++i) {
        const Defect& defect = m_scenario.defects[i];
        if (defect.span.first >= here.end())
            break;
        const bool ofSurface = defect.kind == DefectKind::unreadable || defect.kind == DefectKind::slow;
        if (!ofSurface || !defect.span.overlaps(here) || !isTroubled(i, physical, now))
            continue;
        if (!found || defect.kind == DefectKind::unreadable)
            found = i;
    }
    return found;
}

// Every so many writes a neighbour is lost: a surface that gives way under treatment.
void Medium::spread(std::uint64_t physical) {
    const std::uint64_t every = m_scenario.writing.spreadsEvery;
    if (every == 0 || m_writes % every != 0)
        return;
    const std::uint64_t neighbour = physical + 1;
    if ((neighbour + 1) * perPhysical() <= m_scenario.identity.capacity.value)
        m_spoilt.insert(neighbour);
}

void Medium::store(const Sectors& sectors) {
    for (const auto& [lba, bytes] : sectors)
        store({lba}, bytes);
}

// A whole drive may be written back as it was: what is as the story has it takes no room.
void Medium::store(Lba first, std::span<const std::byte> contents) {
    const std::size_t each = m_scenario.identity.logicalBytes;
    const LbaSpan span{first, {contents.size() / each}};
    std::vector<std::byte> original(contents.size());
    readContent(m_scenario, first, original);
    m_written.add(span);
    m_stored.erase(m_stored.lower_bound(first.value), m_stored.lower_bound(span.end().value));
    if (isSame(contents, original))
        return;
    for (std::uint64_t i = 0; i < span.count.value; ++i) {
        const auto sector = contents.subspan(i * each, each);
        if (!isSame(sector, std::span(original).subspan(i * each, each)))
            m_stored[first.value + i].assign(sector.begin(), sector.end());
    }
}

// Nothing is the matter there, nor ever was.
bool Medium::isSound(const LbaSpan& span) const {
    const std::uint64_t per = perPhysical();
    const auto lost = m_spoilt.lower_bound(span.first.value / per);
    if (lost != m_spoilt.end() && *lost * per < span.end().value)
        return false;
    return std::none_of(m_scenario.defects.begin(), m_scenario.defects.end(), [&](const Defect& defect) {
        return (defect.kind == DefectKind::unreadable || defect.kind == DefectKind::slow) &&
               defect.span.overlaps(span);
    });
}

WriteEvent Medium::putPhysical(std::uint64_t physical, const Sectors& sectors, Nanoseconds now,
                               std::vector<WriteEffect>& effects) {
    const std::uint64_t per = perPhysical();
    const Lba first{physical * per};
    const auto defect = defectAt(physical, now);
    const bool lost = m_spoilt.contains(physical);
    OnWrite onWrite = m_scenario.writing.onWrite;
    bool unreadable = lost;
    if (defect) {
        onWrite = m_scenario.defects[*defect].onWrite.value_or(onWrite);
        unreadable = lost || m_scenario.defects[*defect].kind == DefectKind::unreadable;
    }
    const bool troubled = defect || lost;
    WriteEvent event;
    // The other logical sectors of it would have to be read first.
    if (troubled && unreadable &&
        sectors.size() < std::min(per, (Lba{} + m_scenario.identity.capacity - first).value)) {
        effects.push_back({WriteEffect::Kind::failed, first});
        return {WriteResult::mediumRefuses, remappingTime, first};
    }
    if (!troubled || m_scenario.writing.pretends) {
        if (!m_scenario.writing.pretends)
            store(sectors);
        return event;
    }
    switch (onWrite) {
    case OnWrite::rewritten:
        store(sectors);
        m_healed[physical] = {now, false};
        m_spoilt.erase(physical);
        effects.push_back({WriteEffect::Kind::rewritten, first});
        return event;
    case OnWrite::remapped:
        event.latency = remappingTime;
        if (m_sparesLeft == 0) {
            effects.push_back({WriteEffect::Kind::failed, first});
            return {WriteResult::noSpare, event.latency, first};
        }
        --m_sparesLeft;
        store(sectors);
        m_healed[physical] = {now, true};
        m_spoilt.erase(physical);
        effects.push_back({WriteEffect::Kind::remapped, first});
        return event;
    case OnWrite::stays:
        store(sectors);
        return event;
    case OnWrite::worsens:
        store(sectors);
        m_spoilt.insert(physical);
        return event;
    case OnWrite::fails:
        effects.push_back({WriteEffect::Kind::failed, first});
        return {WriteResult::mediumRefuses, remappingTime, first};
    }
    return event;
}

WriteEvent Medium::destage(const LbaSpan& span, Nanoseconds now, std::vector<WriteEffect>& effects) {
    const std::uint64_t per = perPhysical();
    WriteEvent event;
    auto at = m_waiting.lower_bound(span.first.value / per * per);
    while (at != m_waiting.end() && at->first < span.end().value) {
        const std::uint64_t physical = at->first / per;
        Sectors together;
        while (at != m_waiting.end() && at->first / per == physical) {
            together.insert(*at);
            at = m_waiting.erase(at);
        }
        const WriteEvent one = putPhysical(physical, together, now, effects);
        *event.latency += *one.latency;
        if (one.result != WriteResult::done && event.result == WriteResult::done) {
            event.result = one.result;
            event.firstBad = one.firstBad;
        }
    }
    return event;
}

WriteEvent Medium::reassign(Lba lba, Nanoseconds now, std::vector<WriteEffect>& effects) {
    const std::uint64_t physical = lba.value / perPhysical();
    if (m_sparesLeft == 0)
        return {WriteResult::noSpare, remappingTime, lba};
    --m_sparesLeft;
    m_healed[physical] = {now, true};
    m_spoilt.erase(physical);
    // The spare holds nothing yet.
    for (std::uint64_t i = 0; i < perPhysical(); ++i)
        m_stored[physical * perPhysical() + i].assign(m_scenario.identity.logicalBytes, std::byte{});
    m_written.add({{physical * perPhysical()}, {perPhysical()}});
    effects.push_back({WriteEffect::Kind::remapped, {physical * perPhysical()}});
    return {WriteResult::done, remappingTime, {}};
}

WriteEvent Medium::write(const MediumWrite& write, std::span<const std::byte> contents, Nanoseconds now,
                         std::vector<WriteEffect>& effects) {
    const MutexLock lock(m_mutex);
    const WritingStory& story = m_scenario.writing;
    const LbaSpan whole{Lba{0}, m_scenario.identity.capacity};
    if (gone())
        return {WriteResult::gone, Nanoseconds{}, {}};
    if (story.writeProtected)
        return {WriteResult::writeProtected, Nanoseconds{}, write.span.first};
    if (write.what == MediumWrite::What::flush)
        return story.swallowsFlushes ? WriteEvent{} : destage(whole, now, effects);
    if (write.span.empty())
        return {};
    m_touched = true;
    ++m_writes;
    if (story.diesAtWrite != 0 && m_writes >= story.diesAtWrite) {
        m_gone = true;
        return {WriteResult::gone, Nanoseconds{}, {}};
    }
    if (story.freezesAtWrite != 0 && m_writes >= story.freezesAtWrite)
        return {WriteResult::done, std::nullopt, {}};
    if (write.what == MediumWrite::What::reassign)
        return reassign(write.span.first, now, effects);
    const std::uint64_t physical = write.span.first.value / perPhysical();
    const bool forced = (write.forced && !story.swallowsFlushes) || !story.writeCache;
    if (forced && write.what == MediumWrite::What::sectors && m_waiting.empty() && !story.pretends &&
        isSound(write.span)) {
        store(write.span.first, contents);
        spread(physical);
        return {WriteResult::done, story.extra, {}};
    }
    const std::size_t each = m_scenario.identity.logicalBytes;
    for (std::uint64_t i = 0; i < write.span.count.value; ++i) {
        auto& sector = m_waiting[write.span.first.value + i];
        if (write.what == MediumWrite::What::zeros)
            sector.assign(each, std::byte{});
        else
            sector.assign(contents.begin() + static_cast<std::ptrdiff_t>(i * each),
                          contents.begin() + static_cast<std::ptrdiff_t>((i + 1) * each));
    }
    m_readSince = 0;
    WriteEvent event = forced ? destage(write.span, now, effects) : WriteEvent{};
    spread(physical);
    *event.latency += story.extra;
    return event;
}

void Medium::settle(const LbaSpan& span, Nanoseconds now, std::vector<WriteEffect>& effects) {
    const MutexLock lock(m_mutex);
    destage(span, now, effects);
}

void Medium::noteReadElsewhere(std::uint64_t bytes, Nanoseconds now, std::vector<WriteEffect>& effects) {
    const MutexLock lock(m_mutex);
    if (m_waiting.empty())
        return;
    m_readSince += bytes;
    if (m_readSince > m_scenario.cacheBytes)
        destage({Lba{0}, m_scenario.identity.capacity}, now, effects);
}

void Medium::readDurable(Lba first, std::span<std::byte> bytes) const {
    readContent(m_scenario, first, bytes);
    const MutexLock lock(m_mutex);
    const std::size_t each = m_scenario.identity.logicalBytes;
    const Lba end = first + SectorCount{bytes.size() / each};
    for (auto at = m_stored.lower_bound(first.value); at != m_stored.end() && at->first < end.value; ++at)
        std::copy(at->second.begin(), at->second.end(),
                  bytes.begin() + static_cast<std::ptrdiff_t>((at->first - first.value) * each));
}

void Medium::read(Lba first, std::span<std::byte> bytes) const {
    readDurable(first, bytes);
    if (!touched())
        return;
    const MutexLock lock(m_mutex);
    const std::size_t each = m_scenario.identity.logicalBytes;
    const Lba end = first + SectorCount{bytes.size() / each};
    for (auto at = m_waiting.lower_bound(first.value); at != m_waiting.end() && at->first < end.value; ++at)
        std::copy(at->second.begin(), at->second.end(),
                  bytes.begin() + static_cast<std::ptrdiff_t>((at->first - first.value) * each));
}

std::vector<Lba> Medium::writtenSectors() const {
    const MutexLock lock(m_mutex);
    std::vector<Lba> sectors;
    for (const LbaSpan& span : m_written.spans())
        for (std::uint64_t i = 0; i < span.count.value; ++i)
            sectors.push_back({span.first.value + i});
    return sectors;
}

std::uint64_t Medium::sparesLeft() const {
    const MutexLock lock(m_mutex);
    return m_sparesLeft;
}

void Medium::cutPower(const LbaSpan& torn) {
    const MutexLock lock(m_mutex);
    m_waiting.clear();
    const std::uint64_t per = perPhysical();
    if (!torn.empty())
        for (std::uint64_t physical = torn.first.value / per; physical * per < torn.end().value; ++physical)
            m_spoilt.insert(physical);
    if (!torn.empty())
        m_touched = true;
}

} // namespace orbita::sim
