// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/serial_now.h"

#include "core/drive/ata/identify.h"
#include "core/drive/nvme/commands.h"
#include "core/drive/nvme/pages.h"
#include "core/drive/scsi/commands.h"
#include "core/drive/scsi/pages.h"

namespace orbita {

std::string serialNow(Enquiry& enquiry) {
    const auto answered = [](const Result<Reaction>& reaction) {
        return reaction && reaction->verdict.outcome == Outcome::answered;
    };
    switch (enquiry.speaks()) {
    case Protocol::ata:
        if (const auto reaction = enquiry.askAta(ata::identifyDevice(), ata::pageBytes); answered(reaction))
            if (const auto identify = ata::decodeIdentify(reaction->data))
                return identify->serial;
        break;
    case Protocol::scsi: {
        constexpr std::uint16_t bytes = 252;
        if (const auto reaction = enquiry.ask(scsi::inquiry(scsi::vpd::serialNumber, bytes), bytes);
            answered(reaction))
            return scsi::decodeSerialNumber(reaction->data);
        break;
    }
    case Protocol::nvmeAdmin:
    case Protocol::nvmeIo:
        if (const auto reaction =
                enquiry.ask(nvme::identify(nvme::IdentifyWhat::controller, 0), nvme::identifyBytes);
            answered(reaction))
            if (const auto controller = nvme::decodeController(reaction->data))
                return controller->serial;
        break;
    case Protocol::plain:
        break;
    }
    return {};
}

} // namespace orbita
