// SPDX-License-Identifier: GPL-3.0-or-later
// Sense data in fixed and descriptor format (SPC, sense data).
#pragma once

#include "core/base/units.h"

#include <array>
#include <cstddef>
#include <optional>
#include <span>
#include <vector>

namespace orbita::scsi {

// Sense keys, as in the Linux kernel's include/scsi/scsi_proto.h.
namespace senseKey {
constexpr std::uint8_t noSense = 0x0;
constexpr std::uint8_t recoveredError = 0x1;
constexpr std::uint8_t notReady = 0x2;
constexpr std::uint8_t mediumError = 0x3;
constexpr std::uint8_t hardwareError = 0x4;
constexpr std::uint8_t illegalRequest = 0x5;
constexpr std::uint8_t unitAttention = 0x6;
constexpr std::uint8_t dataProtect = 0x7;
constexpr std::uint8_t abortedCommand = 0xB;
} // namespace senseKey

struct Sense {
    std::uint8_t key = 0;
    std::uint8_t asc = 0;           // additional sense code
    std::uint8_t ascq = 0;          // its qualifier
    std::optional<Lba> information; // the sector it is about, where the drive says so
    // 0 to 1: how far a self-test or format is, where the drive says so (sense key specific).
    std::optional<double> progress;
    bool deferred = false; // about an earlier command, not this one
    // The ATA Status Return descriptor (SAT), 14 bytes, made from the fixed format where it came in that;
    // empty where there is none.
    std::vector<std::byte> ataReturn;
};

// Empty where the bytes are no sense data: too short, or of another response code.
std::optional<Sense> decodeSense(std::span<const std::byte> bytes);

// Descriptor format if `descriptors` (needed for an LBA beyond 32 bits and for ataReturn), else fixed.
std::vector<std::byte> encodeSense(const Sense& sense, bool descriptors);

} // namespace orbita::scsi
