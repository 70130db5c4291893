// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/stored_map.h"

#include "core/drive/scsi/commands.h"
#include "core/drive/scsi/pages.h"
#include "core/drive/scsi/provisioning.h"
#include "core/families/scsi/scsi_family.h"

namespace orbita {

namespace {

constexpr std::uint32_t mapBytes = 128U << 10U; // a link carries no more of what is not medium
constexpr int mostQuestions = 400;
constexpr std::uint8_t hostManaged = 0x14; // peripheral device type (ZBC)

enum class Keeps : std::uint8_t { all, zones, pieces };

// What the drive says it is; questions it does not know are not put to it.
Keeps keepsWhat(Enquiry& enquiry) {
    const auto inquiry = enquiry.ask(scsi::inquiry(std::nullopt, 96), 96);
    const auto standard = inquiry ? scsi::decodeInquiry(inquiry->data) : Result<scsi::InquiryData>{};
    if (inquiry && standard && standard->peripheral == hostManaged)
        return Keeps::zones;
    if (const auto page = enquiry.ask(scsi::inquiry(scsi::vpd::characteristics, 64), 64);
        page && scsi::decodeCharacteristics(page->data).zoned == 1)
        return Keeps::zones;
    const auto answer = enquiry.ask(scsi::readCapacity16(), 32);
    const auto capacity = answer ? scsi::decodeCapacity16(answer->data) : Result<scsi::Capacity>{};
    return answer && capacity && capacity->supportsUnmap ? Keeps::pieces : Keeps::all;
}

// How far `bytes` tell, from `at` on; `at` itself where they tell nothing of it.
Lba takeZones(const std::vector<std::byte>& bytes, Lba at, StoredMap& map) {
    const auto zones = scsi::decodeZones(bytes);
    if (!zones || !zones->front().span.contains(at))
        return at;
    for (const scsi::Zone& zone : *zones) {
        map.told.add(zone.span);
        map.nothing.add(spanBetween(zone.span.first + zone.written, zone.span.end()));
    }
    return zones->back().span.end();
}

Lba takePieces(const std::vector<std::byte>& bytes, Lba at, StoredMap& map) {
    const auto pieces = scsi::decodeLbaStatus(bytes);
    if (!pieces || !pieces->front().span.contains(at))
        return at;
    for (const scsi::LbaStatus& piece : *pieces) {
        map.told.add(piece.span);
        if (!piece.mapped)
            map.nothing.add(piece.span);
    }
    return pieces->back().span.end();
}

} // namespace

Result<StoredMap> scsiStoredMap(Enquiry& enquiry, LbaSpan span) {
    StoredMap map;
    const Keeps keeps = keepsWhat(enquiry);
    Lba at = span.first;
    for (int i = 0; i < mostQuestions && keeps != Keeps::all && at < span.end(); ++i) {
        const CommandBlock block =
            keeps == Keeps::zones ? scsi::reportZones(at, mapBytes) : scsi::getLbaStatus(at, mapBytes);
        const auto answer = enquiry.ask(block, mapBytes);
        if (!answer || answer->verdict.outcome != Outcome::answered)
            break;
        const Lba next =
            keeps == Keeps::zones ? takeZones(answer->data, at, map) : takePieces(answer->data, at, map);
        if (next <= at)
            break;
        at = next;
    }
    if (enquiry.lost())
        return tl::unexpected(Error{Error::Kind::noAnswer, "asking what it holds", "",
                                    "the drive stopped answering", "Check power and cable."});
    return map;
}

} // namespace orbita
