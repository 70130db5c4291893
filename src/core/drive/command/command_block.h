// SPDX-License-Identifier: GPL-3.0-or-later
// A command as the bytes that reach a drive.
#pragma once

#include <array>
#include <cstddef>
#include <cstdint>
#include <initializer_list>

namespace orbita {

enum class Protocol : std::uint8_t {
    plain,     // Orbita's own 16-byte read block, see core/drive/plain/read_block.h
    ata,       // a 20-byte Register Host to Device FIS, see core/drive/ata/taskfile.h
    scsi,      // a command descriptor block of 6, 10, 12 or 16 bytes, see core/drive/scsi/commands.h
    nvmeAdmin, // a 64-byte submission queue entry, see core/drive/nvme/commands.h
    nvmeIo,    // the same, for an I/O queue
};

// The protocols that one device takes.
class ProtocolSet {
public:
    constexpr ProtocolSet(std::initializer_list<Protocol> protocols) {
        for (const Protocol protocol : protocols)
            m_bits |= bitOf(protocol);
    }
    [[nodiscard]] constexpr bool contains(Protocol protocol) const {
        return static_cast<unsigned>(protocol) < 8 && (m_bits & bitOf(protocol)) != 0;
    }

private:
    static constexpr unsigned bitOf(Protocol protocol) { return 1U << static_cast<unsigned>(protocol); }
    unsigned m_bits = 0;
};

// Room for the longest block of any protocol, and for the longest answer.
constexpr std::size_t commandBytes = 64;

struct CommandBlock {
    Protocol protocol = Protocol::plain;
    std::array<std::byte, commandBytes> bytes{};

    friend bool operator==(const CommandBlock&, const CommandBlock&) = default;
};

// What a link may send; see command_gate.h.
enum class Admission : std::uint8_t {
    readingOnly, // commands that read the medium, or what the drive says of itself
    stateToo,    // also those that change the drive's state, never its medium: self-tests, time limits
};

} // namespace orbita
