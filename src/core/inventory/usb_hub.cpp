// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/inventory/usb_hub.h"

namespace orbita {

std::string usbHubOf(const std::string& device, const SystemPaths& paths) {
    namespace fs = std::filesystem;
    std::error_code error;
    const fs::path block = fs::canonical(paths.sys / "class/block" / fs::path(device).filename(), error);
    if (error)
        return {};
    // ".../usb1/1-2/1-2.3/1-2.3:1.0/host4/...": the device behind port 3 of the hub at port 2. Interfaces
    // carry a colon.
    std::string own;
    for (const fs::path& part : block) {
        const std::string name = part.string();
        const bool usbDevice = !name.empty() && name.find('-') != std::string::npos &&
                               name.find_first_not_of("0123456789-.") == std::string::npos;
        if (usbDevice)
            own = name;
    }
    const std::size_t port = own.rfind('.');
    return port == std::string::npos ? std::string() : own.substr(0, port);
}

} // namespace orbita
