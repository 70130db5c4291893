// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/error.h"

#include <string>

namespace orbita {

// Where root makes something in another user's own folder, as with sudo, it is that user's, who could not
// open it else. Does nothing for other users, nor in folders that everybody may write to. `folder`: in which
// it was made; `made`: the new file or folder; both open.
void giveToOwnerOf(int folder, int made);

// The folder, and those above it that are missing: for their owner alone (0700). One that is there stays as
// it is. Errors: as the system reports.
Result<void> makePrivateFolders(const std::string& path);

} // namespace orbita
