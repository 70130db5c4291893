// SPDX-License-Identifier: GPL-3.0-or-later
// LOG SENSE pages of a SCSI drive (SPC, SBC): a page is a list of parameters with 16-bit codes.
#pragma once

#include "core/base/error.h"
#include "core/base/units.h"

#include <cstddef>
#include <optional>
#include <span>
#include <vector>

namespace orbita::scsi {

namespace logPage {
constexpr std::uint8_t writeErrors = 0x02;
constexpr std::uint8_t readErrors = 0x03;
constexpr std::uint8_t verifyErrors = 0x05;
constexpr std::uint8_t nonMediumErrors = 0x06;
constexpr std::uint8_t temperature = 0x0D;
constexpr std::uint8_t startStop = 0x0E;
constexpr std::uint8_t selfTests = 0x10;
constexpr std::uint8_t solidState = 0x11;
constexpr std::uint8_t backgroundScan = 0x15;
constexpr std::uint8_t linkCounters = 0x18;
constexpr std::uint8_t informational = 0x2F;
constexpr std::uint8_t pendingDefectsSubpage = 0x01; // of page 15h
} // namespace logPage

struct LogParameter {
    std::uint16_t code = 0;
    std::vector<std::byte> value;

    // All of it as one number, most significant byte first; absent above 8 bytes or where there are none.
    [[nodiscard]] std::optional<std::uint64_t> number() const;
};

// Fails where another page came, or fewer than the four bytes of its header. A cut-off last parameter is left
// out.
Result<std::vector<LogParameter>> decodeLog(std::span<const std::byte> bytes, std::uint8_t page,
                                            std::uint8_t subpage = 0);
std::vector<std::byte> encodeLog(std::uint8_t page, std::uint8_t subpage,
                                 std::span<const LogParameter> parameters);
LogParameter numberParameter(std::uint16_t code, std::uint64_t value, std::size_t bytes);

// Of the error counter pages 02h, 03h and 05h.
struct ErrorCounters {
    std::optional<std::uint64_t> correctedLate;  // 0001h: with possible delay
    std::optional<std::uint64_t> corrected;      // 0003h: total
    std::optional<std::uint64_t> bytesProcessed; // 0005h
    std::optional<std::uint64_t> uncorrected;    // 0006h
};
ErrorCounters errorCounters(std::span<const LogParameter> parameters);

// Degrees Celsius of page 0Dh, parameters 0000h (now) and 0001h (reference).
struct Temperatures {
    std::optional<int> now;
    std::optional<int> reference;
};
Temperatures temperatures(std::span<const LogParameter> parameters);

// Results of page 10h, latest first.
struct LoggedSelfTest {
    std::uint8_t code = 0;   // self-test code of SEND DIAGNOSTIC
    std::uint8_t result = 0; // 0 good, 1 and 2 aborted, 3 to 7 failed, 15 running
    std::uint16_t hours = 0;
    std::optional<Lba> failingLba;
    [[nodiscard]] bool failed() const { return result >= 3 && result <= 7; }
};
std::vector<LoggedSelfTest> selfTests(std::span<const LogParameter> parameters);
LogParameter selfTestParameter(std::uint16_t number, const LoggedSelfTest& test);

// Page 15h: the status (parameter 0000h) and what the scan found (0001h and up).
struct BackgroundScan {
    std::optional<std::uint32_t> powerOnMinutes;
    std::uint8_t status = 0;
    struct Found {
        Lba lba;
        std::uint8_t senseKey = 0;
    };
    std::vector<Found> found;
};
BackgroundScan backgroundScan(std::span<const LogParameter> parameters);
LogParameter backgroundStatusParameter(std::uint32_t powerOnMinutes);

// Page 15h/01h: pending defects by LBA. Parameter 0000h holds how many.
struct PendingDefects {
    std::optional<std::uint32_t> total;
    std::vector<Lba> listed;
};
PendingDefects pendingDefects(std::span<const LogParameter> parameters);
LogParameter pendingDefectParameter(std::uint16_t code, std::uint32_t hours, Lba lba);

// Page 11h, parameter 0001h: percentage used.
std::optional<unsigned> percentageUsed(std::span<const LogParameter> parameters);
// Page 2Fh, parameter 0000h: additional sense code 5Dh says that the drive expects to fail.
struct InformationalException {
    std::uint8_t asc = 0;
    std::uint8_t ascq = 0;
};
std::optional<InformationalException> informationalException(std::span<const LogParameter> parameters);

} // namespace orbita::scsi
