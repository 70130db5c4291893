// SPDX-License-Identifier: GPL-3.0-or-later
// What may be asked of whoever holds a drive's device open, besides reading it: typed orders as plain data,
// one message each, and what became of them. docs/protocol.md is the reference.
#pragma once

#include "core/base/error.h"
#include "core/drive/data_elsewhere.h"
#include "core/drive/family.h"
#include "core/drive/writing.h"
#include "core/session/drive_action.h"
#include "core/vitals/vitals.h"

#include <cstddef>
#include <variant>

namespace orbita {

constexpr int protocolVersion = 1;

// Why sectors are written; decides what the contents may be. Kept by name.
enum class WriteKind : std::uint8_t {
    refresh, // what was read from there
    pieced,  // put together from what could be read
    zeros,
    reassign, // nothing: the drive is to use a spare sector there
};
std::string_view writeKindName(WriteKind kind);
std::optional<WriteKind> writeKindFromName(std::string_view name);

// The first order of a session, and only that: which drive is meant, and for whom.
struct OpenOrder {
    DriveId drive;   // what is known of it; what it does not say is not compared
    std::string who; // logged in
};
struct SelfTestOrder {
    Family family = Family::ata; // that answers there
    SelfTestKind kind = SelfTestKind::shortTest;
    LbaSpan span{}; // of a selective one
};
struct AbortTestOrder {
    Family family = Family::ata;
};
struct HealthReportingOrder {
    Family family = Family::ata;
};
// Has the drive give up on a sector after that time, never later than it would by itself.
struct LimitRecoveryOrder {
    Nanoseconds limit{};
};
struct RestoreRecoveryOrder {};
// Leave to write: to those sectors, in those ways, for so long. The drive is this session's alone until it
// ends. What has to be so for that: write_gate.h.
struct GrantOrder {
    std::vector<LbaSpan> spans;
    std::vector<WriteKind> kinds;
    std::string reason;
    Nanoseconds lasting{};
    DataElsewhere data = DataElsewhere::notAsked; // as it was answered
    bool againstAdvice = false;                   // somebody goes on all the same, and said so
    bool policyAllows = false;
    bool serialOnLabel = true; // false: it is a bridge's, and the drive behind it has another on its label
    std::string confirmation;  // as it was typed; see Confirmation
    std::string journal;       // where what is written back is kept
    // What is refreshed is written down by runs of so many sectors, from where it begins; 0: each write by
    // itself. Whatever fails is written down by itself in any case.
    SectorCount run;
};
struct EndWritingOrder {
    std::string grant;
};
struct WriteOrder {
    std::string grant;
    WriteKind kind = WriteKind::refresh;
    LbaSpan span{};                  // of `reassign`: one sector
    std::vector<std::byte> contents; // of all of the span; of `reassign`: none
    std::uint32_t crc32 = 0;         // of the contents, as ISO 3309 has it
};
using Order = std::variant<OpenOrder, SelfTestOrder, AbortTestOrder, HealthReportingOrder, LimitRecoveryOrder,
                           RestoreRecoveryOrder, GrantOrder, WriteOrder, EndWritingOrder>;

// How a drive was told.
enum class ToldBy : std::uint8_t {
    serial,        // the serial number is that of the drive meant
    worldWideName, // likewise
    looks,         // neither tells: model and capacity are those of the drive meant, as far as they are told
};
std::string_view toldByName(ToldBy by);

struct OpenedReply {
    DriveId drive; // that answers
    ToldBy by = ToldBy::looks;
};
struct DoneReply {};
struct RecoveryReply {
    Nanoseconds before{}; // by the drive's own setting; 0: as long as it likes
    bool changed = false; // there was something to put back
};
struct GrantReply {
    std::string grant;
    std::int64_t expiresAt = 0; // seconds since 1970
    WriteWays ways;             // what the drive offers for it
};
// What the drive said to a write: that it is done, or why not. An order that never reached it, or that it
// has not answered, is an error.
struct WrittenReply {
    WriteAnswer answer;
};
using OrderReply = std::variant<OpenedReply, DoneReply, RecoveryReply, GrantReply, WrittenReply>;

std::string encodeOrder(const Order& order);
// Errors: no such order, of another version, or anything in it that cannot be.
Result<Order> decodeOrder(std::string_view message);
std::string encodeReply(const Result<OrderReply>& reply);
// The error that the other side told is handed on; so is one that the message is none.
Result<OrderReply> decodeReply(std::string_view message);

} // namespace orbita
