// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/lock_state.h"

#include "core/drive/ata/identify.h"
#include "core/drive/nvme/commands.h"
#include "core/drive/scsi/commands.h"
#include "core/drive/scsi/pages.h"

namespace orbita {

std::optional<tcg::Discovery> askDiscovery(Enquiry& enquiry, LockQuestion by) {
    using namespace tcg;
    const auto reaction =
        by == LockQuestion::ata
            ? enquiry.askAta(ata::trustedReceive(discoveryProtocol, discoveryComId, 1), discoveryBytes)
        : by == LockQuestion::scsi
            ? enquiry.ask(scsi::securityProtocolIn(discoveryProtocol, discoveryComId, discoveryBytes),
                          discoveryBytes)
            : enquiry.ask(nvme::securityReceive(discoveryProtocol, discoveryComId, discoveryBytes),
                          discoveryBytes);
    if (!reaction || reaction->verdict.outcome != Outcome::answered)
        return std::nullopt;
    const auto discovery = decodeDiscovery(reaction->data);
    return discovery ? std::optional(*discovery) : std::nullopt;
}

bool ataDataLocked(Enquiry& enquiry) {
    constexpr std::uint16_t pageBytes = 1024;
    const auto page = enquiry.ask(scsi::inquiry(scsi::vpd::ataInformation, pageBytes), pageBytes);
    if (!page || page->verdict.outcome != Outcome::answered)
        return false;
    const auto identify = ata::decodeIdentify(scsi::identifyInside(page->data));
    if (!identify)
        return false;
    if (identify->locked)
        return true;
    if (!identify->trustedSupported)
        return false;
    const auto discovery = askDiscovery(enquiry, LockQuestion::ata);
    return discovery && discovery->rangesLocked;
}

} // namespace orbita
