// SPDX-License-Identifier: GPL-3.0-or-later
#include "oracle/drive_case.h"

#include <algorithm>
#include <random>

namespace oracle {

namespace {

using Random = std::mt19937_64;

std::uint64_t upTo(Random& random, std::uint64_t n) { // 0 to n - 1
    return random() % n;
}
double between(Random& random, double least, double most) {
    return least + (most - least) * static_cast<double>(random() >> 11U) * 0x1p-53;
}
template <class T>
T oneOf(Random& random, std::initializer_list<T> choices) {
    return *(choices.begin() + upTo(random, choices.size()));
}

// One turn; of solid state, four times what a block takes, and at least half a millisecond.
double unitMs(const DriveCase& drive) {
    if (drive.rpm != 0)
        return 60'000.0 / drive.rpm;
    // Of a block: the command and the way to the computer, or the medium where that is slower.
    const double bytes = static_cast<double>(drive.block) * drive.logical;
    const double blockMs = std::max(0.06 + bytes / 3000 / 1e3, bytes / drive.outer / 1e3);
    return std::max(0.5, 4 * blockMs);
}

// Where a flaw may lie: in a block of what is asked for that has none, and a block away from the next.
std::uint64_t freeBlock(Random& random, const DriveCase& drive, std::set<std::uint64_t>& taken) {
    for (int tries = 0; tries < 200; ++tries) {
        const std::uint64_t block = upTo(random, drive.blocks());
        if (taken.contains(block) || taken.contains(block + 1) || (block > 0 && taken.contains(block - 1)))
            continue;
        taken.insert(block);
        return block;
    }
    return drive.blocks();
}

} // namespace

nlohmann::json DriveCase::scenario() const {
    nlohmann::json defects = nlohmann::json::array();
    for (const Flaw& flaw : flaws) {
        nlohmann::json json{{"kind", flaw.kind}, {"lba", flaw.lba}, {"sectors", flaw.sectors}};
        if (flaw.kind == "slow")
            json["extra_ms"] = flaw.ms;
        if (flaw.kind == "unreadable")
            json["answer_ms"] = flaw.ms;
        if (flaw.kind == "freeze" && flaw.ms > 0)
            json["seconds"] = flaw.ms / 1e3;
        else if (flaw.kind == "freeze")
            json["forever"] = true;
        if (flaw.times > 0)
            json["times"] = flaw.times;
        defects.push_back(json);
    }
    nlohmann::json json{{"format", "orbita-scenario"},
                        {"version", 1},
                        {"name", "made-up"},
                        {"seed", seed},
                        {"front", front},
                        {"drive",
                         {{"model", "Kittiwake 2"},
                          {"serial", "KW-" + std::to_string(seed)},
                          {"firmware", "1"},
                          {"sectors", sectors},
                          {"logical_bytes", logical},
                          {"physical_bytes", physical}}},
                        {"pace",
                         {{"outer_mb_per_s", outer},
                          {"inner_mb_per_s", inner},
                          {"heads", heads},
                          {"head_spread_percent", 2},
                          {"jitter_percent", 1}}},
                        {"defects", defects}};
    if (rpm == 0) {
        json["drive"]["solid_state"] = true;
        json["pace"]["shortest_seek_ms"] = json["pace"]["longest_seek_ms"] = 0;
        json["pace"]["zones"] = 1;
        json["cache"] = {{"bytes", 0}, {"read_ahead_bytes", 0}, {"interface_mb_per_s", 3000}};
    } else {
        json["drive"]["rpm"] = rpm;
    }
    if (loaded)
        json["other_load"] = {{{"from_s", 1}, {"to_s", 4}, {"extra_ms", 140}, {"percent", 25}}};
    if (lies)
        json["verify_lies"] = true;
    json["commands_at_once"] = atOnce;
    return json;
}

QStringList DriveCase::call() const {
    QStringList call{"--order", QString::fromStdString(order), "--mode", QString::fromStdString(mode),
                     "--block", QString::number(block)};
    if (partOnly)
        call << "--span" << QStringLiteral("%1..%2").arg(first).arg(last);
    if (order == "sample")
        call << "--samples" << QString::number(samples);
    return call;
}

DriveCase makeCase(std::uint64_t seed) {
    Random random(seed * 7919 + 17);
    DriveCase drive;
    drive.seed = seed;
    drive.rpm = oneOf<unsigned>(random, {0, 5400, 5900, 7200, 7200, 10'000, 15'000});
    drive.logical = upTo(random, 5) == 0 ? 4096 : 512;
    drive.physical = drive.logical == 4096 ? 4096 : oneOf<unsigned>(random, {512, 4096, 4096});
    drive.front = oneOf<std::string>(random, {"ata", "sat", "bridge", "scsi", "nvme"});
    if (drive.front == "nvme")
        drive.rpm = 0;
    const std::uint64_t bytes = (200ULL + upTo(random, 1800)) << 20U;
    const unsigned whole = drive.physical / drive.logical; // logical sectors to a physical one
    drive.sectors = bytes / drive.logical / whole * whole;
    drive.outer = drive.rpm == 0 ? between(random, 300, 2500) : between(random, 60, 280);
    drive.inner = drive.rpm == 0 ? drive.outer
                                 : drive.outer * between(random, 0.8, 1); // so small a drive has few zones
    drive.heads = drive.rpm == 0 ? 1 : oneOf<unsigned>(random, {1, 2, 4});
    drive.order = oneOf<std::string>(random, {"forward", "forward", "backward", "suspects-first", "sweep",
                                              "sample", "careful", "careful"});
    const bool verifies = drive.front == "ata" || drive.front == "sat" || drive.front == "scsi";
    if (verifies && upTo(random, 3) == 0)
        drive.mode = "verify";
    drive.block = oneOf<unsigned>(random, {128, 256, 1024, 2048}) * 512 / drive.logical;
    drive.last = drive.sectors - 1;
    if (upTo(random, 4) == 0) { // the half or more of it
        drive.partOnly = true;
        drive.first = upTo(random, drive.sectors / 4) / whole * whole;
        drive.last = drive.sectors - 1 - upTo(random, drive.sectors / 4);
    }
    drive.samples = std::max<std::uint64_t>(1, drive.blocks() / 3);
    drive.loaded = drive.rpm != 0 && upTo(random, 6) == 0;
    drive.lies = drive.mode == "verify" && upTo(random, 6) == 0;

    Random more(seed * 104'729 + 3);
    if (drive.rpm == 0 && drive.front != "bridge")
        drive.atOnce = oneOf<unsigned>(more, {1, 4, 16, 32, 64});

    std::set<std::uint64_t> taken;
    const std::uint64_t most = std::min<std::uint64_t>(12, drive.blocks() / 40);
    const double u = unitMs(drive);
    for (std::uint64_t i = upTo(random, most + 1); i > 0; --i) {
        const std::uint64_t block = freeBlock(random, drive, taken);
        if (block == drive.blocks())
            break;
        const std::uint64_t from = drive.first + block * drive.block;
        const std::uint64_t room = std::min<std::uint64_t>(drive.block, drive.last + 1 - from);
        Flaw flaw;
        flaw.lba = from + upTo(random, room);
        flaw.sectors =
            1 +
            upTo(random, std::min<std::uint64_t>(12, drive.first + block * drive.block + room - flaw.lba));
        const std::uint64_t what = upTo(random, 20);
        if (what < 8) {
            // Well inside of a grade: a fifth away from its limits.
            static constexpr double limits[][2] = {{2, 8}, {8, 32}, {32, 90}};
            const auto& [least, next] = limits[upTo(random, 3)];
            flaw.kind = "slow";
            flaw.ms = u * between(random, least * 1.2, next * 0.8);
        } else if (what < 16) {
            flaw.kind = "unreadable";
            flaw.ms = between(random, 30, 3500);
        } else if (what < 18) {
            flaw.kind = "unreadable";
            flaw.ms = between(random, 30, 900);
            flaw.times = 1;
        } else if (what < 19) {
            flaw.kind = "freeze";
            flaw.ms = between(random, 9'000, 20'000);
        } else {
            flaw.kind = "link_fault";
            flaw.times = 1;
        }
        drive.flaws.push_back(flaw);
    }
    if (const std::uint64_t block = freeBlock(more, drive, taken);
        upTo(more, 12) == 0 && !drive.lies && block != drive.blocks()) {
        drive.hangs = true;
        drive.flaws.push_back({.kind = "freeze", .lba = drive.first + block * drive.block, .sectors = 1});
    }
    std::sort(drive.flaws.begin(), drive.flaws.end(),
              [](const Flaw& a, const Flaw& b) { return a.lba < b.lba; });
    return drive;
}

Truth truthOf(const DriveCase& drive) {
    Truth truth;
    truth.blocks.assign(drive.blocks(), Due::steady);
    truth.orElse.assign(drive.blocks(), Due::steady);
    const bool outOfStream = drive.rpm != 0 && (drive.order == "sweep" || drive.order == "backward");
    const auto slowness = [](double turns) {
        return turns < 2 ? Due::steady : turns < 8 ? Due::late : turns < 32 ? Due::laboured : Due::straining;
    };
    const double u = unitMs(drive);
    const unsigned whole = drive.physical / drive.logical;
    for (const Flaw& flaw : drive.flaws) {
        Due due = Due::anything;
        Due orElse = Due::anything;
        if (flaw.kind == "slow") {
            due = orElse = slowness(flaw.ms / u);
            for (const double off : {-1.0, 1.0})
                if (outOfStream && slowness(flaw.ms / u + off) != due)
                    orElse = slowness(flaw.ms / u + off);
        }
        if (flaw.kind == "freeze")
            due = orElse = Due::stalled;
        std::uint64_t from = flaw.lba;
        std::uint64_t to = flaw.lba + flaw.sectors; // not included
        if (flaw.kind == "unreadable") { // a bad physical sector takes all of its logical ones with it
            from = from / whole * whole;
            to = std::min(drive.sectors, (to + whole - 1) / whole * whole);
            due = orElse = flaw.times == 0 ? Due::unreadable : Due::anything;
            for (std::uint64_t lba = std::max(from, drive.first); lba < to && lba <= drive.last; ++lba)
                (flaw.times == 0 ? truth.bad : truth.badOnce).insert(lba);
        }
        for (std::uint64_t lba = std::max(from, drive.first); lba < to && lba <= drive.last; ++lba) {
            truth.blocks[drive.blockOf(lba)] = due;
            truth.orElse[drive.blockOf(lba)] = orElse;
        }
    }
    return truth;
}

} // namespace oracle
