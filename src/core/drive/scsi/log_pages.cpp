// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/scsi/log_pages.h"

#include "core/base/bytes.h"

#include <algorithm>

namespace orbita::scsi {

namespace {

const LogParameter* find(std::span<const LogParameter> parameters, std::uint16_t code, std::size_t least) {
    const auto it = std::find_if(parameters.begin(), parameters.end(), [&](const LogParameter& p) {
        return p.code == code && p.value.size() >= least;
    });
    return it == parameters.end() ? nullptr : &*it;
}

std::optional<std::uint64_t> numberOf(std::span<const LogParameter> parameters, std::uint16_t code) {
    const LogParameter* p = find(parameters, code, 1);
    return p == nullptr ? std::nullopt : p->number();
}

} // namespace

std::optional<std::uint64_t> LogParameter::number() const {
    if (value.empty() || value.size() > 8)
        return std::nullopt;
    return bigEndian(value, 0, value.size());
}

Result<std::vector<LogParameter>> decodeLog(std::span<const std::byte> bytes, std::uint8_t page,
                                            std::uint8_t subpage) {
    if (bytes.size() < 4 || (byteAt(bytes, 0) & 0x3FU) != page ||
        ((byteAt(bytes, 0) & 0x40U) != 0 ? byteAt(bytes, 1) : 0U) != subpage)
        return tl::unexpected(Error{Error::Kind::unusable, "reading a log page", "",
                                    "another page came back, or nothing",
                                    "The bridge or controller may not hand it on; try another adapter."});
    std::vector<LogParameter> parameters;
    const std::size_t end = std::min(bytes.size(), 4 + static_cast<std::size_t>(bigEndian(bytes, 2, 2)));
    for (std::size_t at = 4; at + 4 <= end;) {
        const std::size_t length = byteAt(bytes, at + 3);
        if (at + 4 + length > end)
            break;
        const auto value = bytes.subspan(at + 4, length);
        parameters.push_back(
            {static_cast<std::uint16_t>(bigEndian(bytes, at, 2)), {value.begin(), value.end()}});
        at += 4 + length;
    }
    return parameters;
}

std::vector<std::byte> encodeLog(std::uint8_t page, std::uint8_t subpage,
                                 std::span<const LogParameter> parameters) {
    std::vector<std::byte> bytes(4);
    bytes[0] = static_cast<std::byte>(page | (subpage != 0 ? 0x40U : 0U));
    bytes[1] = std::byte{subpage};
    for (const LogParameter& p : parameters) {
        const std::size_t at = bytes.size();
        bytes.resize(at + 4);
        putBigEndian(bytes, at, 2, p.code);
        bytes[at + 2] = std::byte{0x03}; // binary list parameter
        bytes[at + 3] = static_cast<std::byte>(p.value.size());
        bytes.insert(bytes.end(), p.value.begin(), p.value.end());
    }
    putBigEndian(bytes, 2, 2, bytes.size() - 4);
    return bytes;
}

LogParameter numberParameter(std::uint16_t code, std::uint64_t value, std::size_t bytes) {
    LogParameter p{code, std::vector<std::byte>(bytes)};
    putBigEndian(p.value, 0, bytes, value);
    return p;
}

ErrorCounters errorCounters(std::span<const LogParameter> parameters) {
    return {numberOf(parameters, 1), numberOf(parameters, 3), numberOf(parameters, 5),
            numberOf(parameters, 6)};
}

Temperatures temperatures(std::span<const LogParameter> parameters) {
    const auto degrees = [&](std::uint16_t code) -> std::optional<int> {
        const LogParameter* p = find(parameters, code, 2);
        if (p == nullptr || byteAt(p->value, 1) == 0xFF)
            return std::nullopt;
        return static_cast<int>(byteAt(p->value, 1));
    };
    return {degrees(0), degrees(1)};
}

std::vector<LoggedSelfTest> selfTests(std::span<const LogParameter> parameters) {
    std::vector<LoggedSelfTest> tests;
    for (const LogParameter& p : parameters) {
        if (p.value.size() < 16 || allZero(p.value))
            continue;
        LoggedSelfTest test;
        test.code = static_cast<std::uint8_t>(byteAt(p.value, 0) >> 5U);
        test.result = static_cast<std::uint8_t>(byteAt(p.value, 0) & 0x0FU);
        test.hours = static_cast<std::uint16_t>(bigEndian(p.value, 2, 2));
        const std::uint64_t lba = bigEndian(p.value, 4, 8);
        if (test.failed() && lba != UINT64_MAX)
            test.failingLba = Lba{lba};
        tests.push_back(test);
    }
    return tests;
}

LogParameter selfTestParameter(std::uint16_t number, const LoggedSelfTest& test) {
    LogParameter p{number, std::vector<std::byte>(16)};
    p.value[0] = static_cast<std::byte>(test.code << 5U | test.result);
    putBigEndian(p.value, 2, 2, test.hours);
    putBigEndian(p.value, 4, 8, test.failingLba ? test.failingLba->value : UINT64_MAX);
    return p;
}

BackgroundScan backgroundScan(std::span<const LogParameter> parameters) {
    BackgroundScan scan;
    for (const LogParameter& p : parameters) {
        if (p.code == 0 && p.value.size() >= 8) {
            scan.powerOnMinutes = static_cast<std::uint32_t>(bigEndian(p.value, 0, 4));
            scan.status = static_cast<std::uint8_t>(byteAt(p.value, 5));
        } else if (p.code >= 1 && p.code <= 0x0800 && p.value.size() >= 20) {
            scan.found.push_back(
                {Lba{bigEndian(p.value, 12, 8)}, static_cast<std::uint8_t>(byteAt(p.value, 4) & 0x0FU)});
        }
    }
    return scan;
}

LogParameter backgroundStatusParameter(std::uint32_t powerOnMinutes) {
    LogParameter p{0, std::vector<std::byte>(12)};
    putBigEndian(p.value, 0, 4, powerOnMinutes);
    return p;
}

PendingDefects pendingDefects(std::span<const LogParameter> parameters) {
    PendingDefects defects;
    for (const LogParameter& p : parameters) {
        if (p.code == 0 && p.value.size() >= 4)
            defects.total = static_cast<std::uint32_t>(bigEndian(p.value, 0, 4));
        else if (p.code >= 1 && p.code <= 0xF000 && p.value.size() >= 12)
            defects.listed.push_back({bigEndian(p.value, 4, 8)});
    }
    return defects;
}

LogParameter pendingDefectParameter(std::uint16_t code, std::uint32_t hours, Lba lba) {
    LogParameter p{code, std::vector<std::byte>(12)};
    putBigEndian(p.value, 0, 4, hours);
    putBigEndian(p.value, 4, 8, lba.value);
    return p;
}

std::optional<unsigned> percentageUsed(std::span<const LogParameter> parameters) {
    const LogParameter* p = find(parameters, 1, 4);
    return p == nullptr ? std::nullopt : std::optional(byteAt(p->value, 3));
}

std::optional<InformationalException> informationalException(std::span<const LogParameter> parameters) {
    const LogParameter* p = find(parameters, 0, 2);
    if (p == nullptr)
        return std::nullopt;
    return InformationalException{static_cast<std::uint8_t>(byteAt(p->value, 0)),
                                  static_cast<std::uint8_t>(byteAt(p->value, 1))};
}

} // namespace orbita::scsi
