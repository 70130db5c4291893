// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/nvme/commands.h"
#include "core/drive/nvme/pages.h"
#include "core/families/nvme/nvme_family.h"

#include <fmt/format.h>

namespace orbita {

namespace {

// Status codes (NVM Express base specification, status field).
bool isStatus(const nvme::Completion& completion, unsigned type, unsigned code) {
    return completion.statusType == type && completion.statusCode == code;
}

WriteWays nvmeWriteWays(Enquiry& enquiry, std::uint32_t logicalBytes) {
    WriteWays ways;
    ways.forces = ways.flushes = true; // every controller takes both
    ways.mostSectors =
        static_cast<std::uint32_t>(std::min<std::size_t>(65536, mostWrittenBytes / logicalBytes));
    if (const auto page = enquiry.ask(nvme::identify(nvme::IdentifyWhat::controller, 0), nvme::identifyBytes))
        if (const auto told = nvme::decodeController(page->data)) {
            ways.zeroes = told->writeZeroesSupported;
            constexpr std::uint32_t leastPage = 4096;
            if (told->maxTransferExponent > 0 && told->maxTransferExponent < 20)
                ways.mostSectors =
                    std::min(ways.mostSectors, (leastPage << told->maxTransferExponent) / logicalBytes);
        }
    return ways;
}

Result<WriteAnswer> sendWrite(Enquiry& enquiry, const CommandBlock& block,
                              std::span<const std::byte> along = {}) {
    const auto reaction = enquiry.ask(block, 0, along);
    if (!reaction)
        return tl::unexpected(reaction.error());
    WriteAnswer answer;
    answer.verdict = reaction->verdict;
    answer.latency = reaction->latency;
    answer.forced = answer.verdict.outcome == Outcome::answered;
    if (answer.forced)
        return answer;
    const nvme::Completion completion = nvme::decodeCompletion(reaction->bytes);
    answer.words = fmt::format("status {}/{:02X}h", completion.statusType, completion.statusCode);
    answer.protection = isStatus(completion, 0, 0x20) || isStatus(completion, 1, 0x82);
    answer.noSpare = isStatus(completion, 0, 0x81);      // capacity exceeded
    if (isStatus(completion, 2, 0x80) || answer.noSpare) // write fault
        answer.verdict.outcome = Outcome::unreadable;
    return answer;
}

Result<WriteAnswer> writeNvme(Enquiry& enquiry, const WriteWays& /*ways*/, const LbaSpan& span,
                              std::span<const std::byte> contents) {
    return sendWrite(
        enquiry, nvme::write(span.first, static_cast<std::uint32_t>(span.count.value), enquiry.nameSpace()),
        contents);
}

Result<WriteAnswer> zeroesNvme(Enquiry& enquiry, const LbaSpan& span) {
    auto answer =
        sendWrite(enquiry, nvme::writeZeroes(span.first, static_cast<std::uint32_t>(span.count.value),
                                             enquiry.nameSpace()));
    if (!answer || answer->verdict.outcome != Outcome::answered)
        return answer;
    // What a controller does not hold in its mapping alone is to be on the medium as well.
    auto flushed = sendWrite(enquiry, nvme::flush(enquiry.nameSpace()));
    if (flushed)
        flushed->latency += answer->latency;
    return flushed;
}

} // namespace

LbaSpan nvmeWrittenSectors(const CommandBlock& block, Parameters /*parameters*/,
                           std::uint32_t /*logicalBytes*/) {
    if (nvme::opcodeOf(block) == nvme::io::flush)
        return {};
    return {nvme::lbaOf(block), SectorCount{nvme::sectorsOf(block)}};
}

const WriteCommands nvmeWriting = {nvmeWriteWays, writeNvme, zeroesNvme, nullptr};

} // namespace orbita
