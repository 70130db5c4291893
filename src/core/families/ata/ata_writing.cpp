// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/ata/identify.h"
#include "core/families/ata/ata_family.h"

#include <fmt/format.h>

namespace orbita {

namespace {

WriteWays ataWriteWays(Enquiry& enquiry, std::uint32_t logicalBytes) {
    WriteWays ways;
    ways.mostSectors = static_cast<std::uint32_t>(
        std::min<std::size_t>(ata::maxSectorsPerRead, mostWrittenBytes / logicalBytes));
    const auto reaction = enquiry.askAta(ata::identifyDevice(), ata::identifyBytes);
    if (!reaction)
        return ways;
    if (const auto told = ata::decodeIdentify(reaction->data)) {
        ways.forces = told->fuaSupported;
        ways.flushes = told->flushSupported;
    }
    return ways;
}

WriteAnswer ataAnswerOf(const Reaction& reaction) {
    WriteAnswer answer;
    answer.verdict = reaction.verdict;
    answer.latency = reaction.latency;
    if (answer.verdict.outcome != Outcome::answered && reaction.ata)
        answer.words =
            fmt::format("status {:02X}h, error {:02X}h", reaction.ata->status, reaction.ata->error);
    return answer;
}

Result<WriteAnswer> writeAta(Enquiry& enquiry, const WriteWays& ways, const LbaSpan& span,
                             std::span<const std::byte> contents) {
    const auto sectors = static_cast<std::uint32_t>(span.count.value);
    const auto written = enquiry.ask(ata::writeDmaExt(span.first, sectors, ways.forces), 0, contents);
    if (!written)
        return tl::unexpected(written.error());
    WriteAnswer answer = ataAnswerOf(*written);
    answer.forced = ways.forces;
    if (answer.verdict.outcome != Outcome::answered || ways.forces || !ways.flushes)
        return answer;
    const auto flushed = enquiry.ask(ata::flushCacheExt(), 0);
    if (!flushed)
        return tl::unexpected(flushed.error());
    const Nanoseconds before = answer.latency;
    answer = ataAnswerOf(*flushed);
    answer.latency += before;
    answer.forced = answer.verdict.outcome == Outcome::answered;
    return answer;
}

} // namespace

LbaSpan ataWrittenSectors(const CommandBlock& block, Parameters /*parameters*/,
                          std::uint32_t /*logicalBytes*/) {
    if (ata::opcodeOf(block) == ata::opcode::flushCacheExt)
        return {};
    return {ata::lbaOf(block), SectorCount{ata::sectorsOf(block)}};
}

const WriteCommands ataWriting = {ataWriteWays, writeAta, nullptr, nullptr};

} // namespace orbita
