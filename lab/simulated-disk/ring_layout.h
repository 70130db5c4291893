// SPDX-License-Identifier: GPL-3.0-or-later
// The memory that target_core_user shares with this program, as in include/uapi/linux/target_core_user.h of
// the Linux kernel (mailbox version 2), which itself is no C++.
#pragma once

#include <cstddef>
#include <cstdint>

namespace orbita::lab {

struct Mailbox {
    std::uint16_t version;
    std::uint16_t flags;
    std::uint32_t ringOffset; // of the command ring
    std::uint32_t ringBytes;
    std::uint32_t head;             // where the kernel writes next
    alignas(64) std::uint32_t tail; // where this program reads next
};
constexpr std::uint16_t tellsReadLength = 1U << 1U; // in flags

struct EntryHeader {
    std::uint32_t lengthAndKind;
    std::uint16_t id;
    std::uint8_t kernelFlags;
    std::uint8_t userFlags;
    [[nodiscard]] std::uint32_t length() const { return lengthAndKind & ~7U; }
    [[nodiscard]] bool isCommand() const { return (lengthAndKind & 7U) == 1; }
};
constexpr std::uint8_t readLengthTold = 0x2; // in userFlags

// A run of bytes of the shared memory.
struct Piece {
    std::uint64_t offset;
    std::uint64_t bytes;
};

struct EntryRequest {
    EntryHeader header;
    std::uint32_t pieces; // behind this structure
    std::uint32_t backwardPieces;
    std::uint32_t protectionPieces;
    std::uint32_t padding;
    std::uint64_t commandOffset; // of the command descriptor block
    std::uint64_t reserved[2];
};
struct EntryResponse {
    EntryHeader header;
    std::uint8_t status;
    std::uint8_t reserved[3];
    std::uint32_t readLength;
    std::uint8_t sense[96];
};
static_assert(sizeof(EntryHeader) == 8 && sizeof(Piece) == 16 && sizeof(EntryRequest) == 48);
static_assert(sizeof(EntryResponse) == 112 && offsetof(Mailbox, tail) == 64);

} // namespace orbita::lab
