// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/tcg/discovery.h"

#include "core/base/bytes.h"

#include <algorithm>

namespace orbita::tcg {

namespace {

constexpr std::size_t headerBytes = 48;
constexpr std::size_t lengthBytes = 4; // the length does not count itself
constexpr std::size_t featureHeaderBytes = 4;
constexpr std::uint64_t lockingFeature = 0x0002;
constexpr std::size_t lockingBytes = 12;
constexpr unsigned lockingSupported = 1U << 0U;
constexpr unsigned lockingEnabled = 1U << 1U;
constexpr unsigned locked = 1U << 2U;
constexpr unsigned mediaEncryption = 1U << 3U;

} // namespace

Result<Discovery> decodeDiscovery(std::span<const std::byte> bytes) {
    const auto refuse = [](const char* why) {
        return tl::unexpected(Error{
            Error::Kind::unusable, "reading what the drive keeps locked (Level 0 Discovery)", {}, why, {}});
    };
    if (bytes.size() < headerBytes)
        return refuse("the answer is shorter than its header");
    const std::uint64_t told = bigEndian(bytes, 0, 4);
    if (told == 0)
        return refuse("the answer says that it is empty");
    const std::size_t end = std::min<std::uint64_t>(bytes.size(), told + lengthBytes);
    Discovery discovery;
    for (std::size_t at = headerBytes; at + featureHeaderBytes < end;) {
        const std::size_t length = byteAt(bytes, at + 3);
        if (at + featureHeaderBytes + length > end)
            break;
        if (bigEndian(bytes, at, 2) == lockingFeature && length >= 1) {
            const unsigned flags = byteAt(bytes, at + featureHeaderBytes);
            discovery.locks = (flags & lockingSupported) != 0 && (flags & lockingEnabled) != 0;
            discovery.rangesLocked = discovery.locks && (flags & locked) != 0;
        }
        at += featureHeaderBytes + length;
    }
    return discovery;
}

std::vector<std::byte> encodeDiscovery(const Discovery& discovery) {
    std::vector<std::byte> bytes(headerBytes + featureHeaderBytes + lockingBytes);
    putBigEndian(bytes, 0, 4, bytes.size() - lengthBytes);
    putBigEndian(bytes, 4, 4, 1); // revision of the structure
    putBigEndian(bytes, headerBytes, 2, lockingFeature);
    putBigEndian(bytes, headerBytes + 2, 2, 0x1000U | lockingBytes); // version 1
    const unsigned flags = lockingSupported | mediaEncryption | (discovery.locks ? lockingEnabled : 0U) |
                           (discovery.rangesLocked ? locked : 0U);
    bytes[headerBytes + featureHeaderBytes] = static_cast<std::byte>(flags);
    return bytes;
}

} // namespace orbita::tcg
