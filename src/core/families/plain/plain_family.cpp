// SPDX-License-Identifier: GPL-3.0-or-later
// Blocks by offset, through the block layer or from a file: there is nothing to be asked.
#include "core/drive/plain/read_block.h"
#include "core/drive/plain/reply.h"
#include "core/families/families.h"
#include "core/families/plain/plain_writing.h"

namespace orbita {

namespace {

constexpr CommandRule plainRules[] = {
    {Protocol::plain,
     CommandClass::mediumReading,
     CommandPattern("52 00 00 00 .. .. .. .. .. .. .. .. .. .. .. .."),
     {Length::field, 12, 4}},
    {Protocol::plain,
     CommandClass::mediumWriting,
     CommandPattern("57 00 00 00 .. .. .. .. .. .. .. .. .. .. .. .."),
     {},
     whatever,
     {Length::field, 12, 4}},
};

CommandClass plainClassOf(const CommandBlock& block, const Payload& payload) {
    return classByRules(plainRules, ByteOrder::little, block, payload).value_or(CommandClass::unknown);
}

bool bringsPlainContents(const CommandBlock& block) {
    return plain::isRead(block);
}

constexpr Family behindPlain[] = {Family::plain};

} // namespace

const DriveFamily plainFamily = {
    .family = Family::plain,
    .name = "plain",
    .protocols = {Protocol::plain},
    .classOf = plainClassOf,
    .writing = &plainWriting,
    .writtenSectors = plainWrittenSectors,
    .classify = plain::classifyReply,
    .bringsContents = bringsPlainContents,
    .behind = behindPlain,
};

} // namespace orbita
