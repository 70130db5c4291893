// SPDX-License-Identifier: GPL-3.0-or-later
// What the system's device manager has recognised on a device: known without opening it, also to those who
// may not.
#pragma once

#include <string>

namespace orbita {

struct RecognisedContents {
    std::string fileSystem; // "ext4", "crypto_LUKS"; empty where nothing was recognised
    std::string label;
};

// Of the block device with that number, "8:2" as sysfs has it; nothing where no device manager runs. Both
// texts were written by whoever wrote the medium.
RecognisedContents recognisedBySystem(const std::string& number);
// Where nobody is to be asked: another system than this one is looked at.
RecognisedContents nothingRecognised(const std::string& number);

} // namespace orbita
