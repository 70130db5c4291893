// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/families/plain/plain_writing.h"

#include "core/drive/plain/read_block.h"

#include <cerrno>
#include <system_error>

namespace orbita {

namespace {

WriteWays plainWriteWays(Enquiry& /*enquiry*/, std::uint32_t logicalBytes) {
    WriteWays ways;
    ways.forces = true; // each write is synchronous, down to the device
    ways.mostSectors = static_cast<std::uint32_t>(mostWrittenBytes / logicalBytes);
    return ways;
}

// The family's blocks count in bytes; the enquiry's contents say how many.
Result<WriteAnswer> writePlain(Enquiry& enquiry, const WriteWays& /*ways*/, const LbaSpan& span,
                               std::span<const std::byte> contents) {
    const std::uint64_t each = contents.size() / std::max<std::uint64_t>(span.count.value, 1);
    const auto reaction = enquiry.ask(
        plain::writeBlock(span.first.value * each, static_cast<std::uint32_t>(contents.size())), 0, contents);
    WriteAnswer answer;
    if (!reaction) {
        const auto error = enquiry.lastSystemError();
        if (!error || enquiry.gone())
            return tl::unexpected(reaction.error());
        // All that the block layer says of a write that failed.
        answer.verdict.outcome = outcomeOfSystemError(*error);
        if (answer.verdict.outcome == Outcome::bareError)
            answer.verdict.outcome = Outcome::unreadable;
        answer.protection = *error == EROFS || *error == EPERM;
        answer.noSpare = *error == ENOSPC;
        answer.words = std::generic_category().message(*error);
        return answer;
    }
    answer.verdict = reaction->verdict;
    answer.latency = reaction->latency;
    answer.forced = true;
    return answer;
}

} // namespace

LbaSpan plainWrittenSectors(const CommandBlock& block, Parameters /*parameters*/,
                            std::uint32_t logicalBytes) {
    const std::uint64_t first = plain::offsetOf(block);
    const std::uint64_t end = first + plain::lengthOf(block);
    return spanBetween({first / logicalBytes}, {(end + logicalBytes - 1) / logicalBytes});
}

const WriteCommands plainWriting = {plainWriteWays, writePlain, nullptr, nullptr};

} // namespace orbita
