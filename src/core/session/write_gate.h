// SPDX-License-Identifier: GPL-3.0-or-later
// The one gate through which writing to a drive goes: what has to be so before leave is given, who gives it,
// and the permit without which no link lets such a command pass. It stands on the far side of a session,
// beside the open device, and takes nobody's word for what it can see itself.
#pragma once

#include "core/drive/data_elsewhere.h"
#include "core/drive/link/write_permit.h"
#include "core/inventory/inventory.h"
#include "core/session/orders.h"

#include <map>
#include <optional>

namespace orbita {

// Why leave to write is not given. In the order in which they are looked at.
enum class WriteRefusal : std::uint8_t {
    noWayToWrite, // the device takes no writing from here: an image file, a partition
    mounted,      // or swapped on, or held: see WriteFacts::uses
    swappedOn,
    held,
    systemReadOnly, // the system has it read-only
    usedByOthers,   // somebody has opened it for himself
    policyForbids,
    dataNotAnswered,
    dataOnlyHere, // what is to be done destroys, and the data is nowhere else, as far as anybody knows
    notConfirmed, // what was typed is not the end of its serial number, or not its capacity
    noJournal,    // what is to be written back would be kept nowhere
    noSuchSectors,
    nothingAsked, // no ways, no reason, or for too long
};
std::string_view writeRefusalName(WriteRefusal refusal);

// As the far side finds it, at this moment.
struct WriteFacts {
    DriveId drive; // that answers on the open session
    std::uint32_t logicalBytes = 512;
    bool canWrite = false;
    std::vector<DriveUse> uses;
    bool systemReadOnly = false;
};

constexpr Nanoseconds longestGrant = std::chrono::hours{24 * 7};

// Nothing where leave may be given. Whether the drive is free is settled by taking it, after that.
std::optional<WriteRefusal> whyNotWritten(const GrantOrder& order, const WriteFacts& facts);
// The same as an error, with what to do.
Error writeRefused(WriteRefusal refusal, const std::string& path, const WriteFacts& facts,
                   bool serialOnLabel = true);

// What somebody has to type so that it is certain which drive he means.
struct Confirmation {
    bool bySerial = false;
    std::string expected; // the last four characters of the serial number; else its capacity, such as "4 TB"
};
// `serialOnLabel`: as GrantOrder has it.
Confirmation confirmationOf(const DriveId& drive, bool serialOnLabel = true);
// Upper and lower case are the same. Capacities count as labels do: a little more than is there, never less.
bool confirms(const std::string& typed, const DriveId& drive, bool serialOnLabel = true);

class WriteGate {
public:
    // The order has been found good (whyNotWritten), and the drive taken. `now`: on the link's clock.
    std::string give(const GrantOrder& order, Nanoseconds now);
    // Leave for one write: an error where no grant covers it, or it has run out.
    Result<WritePermit> permit(const WriteOrder& order, const std::string& path, std::uint32_t logicalBytes,
                               Nanoseconds now);
    // For writing nothing, to learn what the drive offers.
    [[nodiscard]] static WritePermit ofNothing(std::uint32_t logicalBytes) { return {{}, logicalBytes}; }
    void end(const std::string& grant) { m_grants.erase(grant); }
    // GrantOrder::run of a grant that lasts.
    [[nodiscard]] SectorCount runOf(const std::string& grant) const {
        const auto found = m_grants.find(grant);
        return found == m_grants.end() ? SectorCount{} : found->second.run;
    }
    // After a drop-off, or any doubt: all of it afresh.
    void endAll() { m_grants.clear(); }
    [[nodiscard]] bool open() const { return !m_grants.empty(); }

private:
    struct Grant {
        std::vector<LbaSpan> spans;
        std::vector<WriteKind> kinds;
        Nanoseconds until{};
        SectorCount run;
    };
    std::map<std::string, Grant> m_grants;
};

} // namespace orbita
