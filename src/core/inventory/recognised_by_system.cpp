// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/inventory/recognised_by_system.h"

#include <charconv>
#include <libudev.h>
#include <memory>
#include <sys/sysmacros.h>

namespace orbita {

namespace {

struct Unref {
    void operator()(udev* context) const { udev_unref(context); }
    void operator()(udev_device* device) const { udev_device_unref(device); }
};

std::string property(udev_device* device, const char* key) {
    const char* value = udev_device_get_property_value(device, key);
    return value == nullptr ? std::string{} : value;
}

} // namespace

RecognisedContents recognisedBySystem(const std::string& number) {
    unsigned ofDriver = 0;
    unsigned ofDevice = 0;
    const char* end = number.data() + number.size();
    const auto first = std::from_chars(number.data(), end, ofDriver);
    if (first.ec != std::errc{} || first.ptr == end || *first.ptr != ':')
        return {};
    if (std::from_chars(first.ptr + 1, end, ofDevice).ec != std::errc{})
        return {};
    const std::unique_ptr<udev, Unref> context(udev_new());
    if (!context)
        return {};
    const std::unique_ptr<udev_device, Unref> device(
        udev_device_new_from_devnum(context.get(), 'b', makedev(ofDriver, ofDevice)));
    if (!device)
        return {};
    return {property(device.get(), "ID_FS_TYPE"), property(device.get(), "ID_FS_LABEL")};
}

RecognisedContents nothingRecognised(const std::string&) {
    return {};
}

} // namespace orbita
