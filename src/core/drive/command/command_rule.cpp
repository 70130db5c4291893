// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/command/command_rule.h"

#include "core/base/bytes.h"

#include <algorithm>

namespace orbita {

namespace {

constexpr std::uint64_t ruledPageBytes = 512;

bool fits(const LengthRule& rule, ByteOrder order, const CommandBlock& block, std::uint64_t expected) {
    const auto field = [&] {
        return order == ByteOrder::little ? littleEndian(block.bytes, rule.at, rule.width)
                                          : bigEndian(block.bytes, rule.at, rule.width);
    };
    const auto ofSectors = [&](std::uint64_t sectors) {
        if (sectors == 0)
            return expected == 0;
        const std::uint64_t bytes = expected / sectors;
        return expected % sectors == 0 && bytes >= 512 && bytes <= 65536;
    };
    switch (rule.length) {
    case Length::none:
        return expected == 0;
    case Length::field:
        return field() == expected;
    case Length::sectors:
        return ofSectors(field());
    case Length::sectorsOrMost:
        return ofSectors(field() == 0 ? 65536 : field());
    case Length::sectors0:
        return ofSectors(field() + 1);
    case Length::pages:
        return field() * ruledPageBytes == expected;
    case Length::fixed:
        return expected == rule.at;
    case Length::dwords0:
        return ((littleEndian(block.bytes, 42, 2) | littleEndian(block.bytes, 44, 2) << 16U) + 1) * 4 ==
               expected;
    }
    return false;
}

} // namespace

std::optional<CommandClass> classByRules(std::span<const CommandRule> rules, ByteOrder order,
                                         const CommandBlock& block, const Payload& payload) {
    for (const CommandRule& rule : rules)
        if (rule.protocol == block.protocol && rule.block.matches(block.bytes) &&
            rule.along(payload.parameters))
            return fits(rule.back, order, block, payload.expected) &&
                           (rule.out.length == Length::none ||
                            fits(rule.out, order, block, payload.parameters.size()))
                       ? rule.is
                       : CommandClass::unknown;
    return std::nullopt;
}

bool isOneOf(unsigned opcode, std::initializer_list<unsigned> of) {
    return std::find(of.begin(), of.end(), opcode) != of.end();
}

} // namespace orbita
