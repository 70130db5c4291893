// SPDX-License-Identifier: GPL-3.0-or-later
// A made-up drive and a call, and what a scan of it must come to: worked out from the numbers of the case
// alone, without a line of the product.
#pragma once

#include <QStringList>
#include <cstdint>
#include <nlohmann/json.hpp>
#include <set>
#include <string>
#include <vector>

namespace oracle {

struct Flaw {
    std::string kind; // as scenario files have it
    std::uint64_t lba = 0;
    std::uint64_t sectors = 1;
    double ms = 0; // slow: later by; unreadable: reported after; freeze: for so long, 0: for ever
    int times = 0; // met so often; 0: always
};

struct DriveCase {
    std::uint64_t seed = 0;
    std::uint64_t sectors = 0;
    unsigned logical = 512;
    unsigned physical = 512;
    unsigned rpm = 7200; // 0: solid state
    std::string front;
    double outer = 150; // MB/s
    double inner = 150;
    unsigned heads = 1;
    std::vector<Flaw> flaws; // none touches the block of another
    bool loaded = false;     // something else uses the drive for a while
    bool lies = false;       // answers a verify without looking
    std::string order;
    std::string mode = "read";
    unsigned block = 256; // sectors
    std::uint64_t first = 0;
    std::uint64_t last = 0;
    std::uint64_t samples = 0;
    bool partOnly = false; // a span was asked for
    unsigned atOnce = 1;   // commands that it takes before it has answered
    bool hangs = false;    // one of its flaws is a freeze without end

    [[nodiscard]] nlohmann::json scenario() const;
    [[nodiscard]] QStringList call() const;
    [[nodiscard]] std::uint64_t blocks() const { return (last - first) / block + 1; }
    [[nodiscard]] std::uint64_t blockOf(std::uint64_t lba) const { return (lba - first) / block; }
};

// The same for the same seed.
DriveCase makeCase(std::uint64_t seed);

// What a block must be graded.
enum class Due { steady, late, laboured, straining, stalled, unreadable, anything };

struct Truth {
    std::vector<Due> blocks;
    // Read out of the stream, a block waits for its own place in the turn: within one turn of a limit either
    // grade will do. Otherwise as above.
    std::vector<Due> orElse;
    std::set<std::uint64_t> bad;     // sectors that can never be read, inside what is asked for
    std::set<std::uint64_t> badOnce; // that fail a few times and then read
};
Truth truthOf(const DriveCase& drive);

} // namespace oracle
