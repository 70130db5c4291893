// SPDX-License-Identifier: GPL-3.0-or-later
// The far end of a channel, in the reader process: one open device and one way to send it commands.
#pragma once

#include "core/drive/link/reader_channel.h"

#include <memory>

namespace orbita::reader {

class Device {
public:
    virtual ~Device() = default;
    // Sends the entry's command, waits for the answer, and fills in transferredBytes, systemError, status,
    // answer, latencyNs and completedAtNs. The entry has passed the gate and is the reader's own: it asks for
    // no more than `buffer` holds, maxReadBytes. `parameters` go to the drive; what writes needs the device
    // to be open for that.
    virtual void execute(char* buffer, ChannelEntry& entry, Parameters parameters) = 0;

    // Opens it once more, for writing, beside what it reads by. 0, or an errno.
    virtual int openForWriting() = 0;
    virtual void closeForWriting() = 0;

    // Sends the entry's command and returns: several are then at the device at once. `entry` and `buffer`
    // must stay where they are until finishOne() has returned it. False, with nothing done, where the device
    // or the kernel takes one at a time.
    virtual bool begin(char* /*buffer*/, ChannelEntry& /*entry*/) { return false; }
    // Waits for one of those begun and fills it in, as execute() does; null when `patience` is over.
    virtual ChannelEntry* finishOne(Nanoseconds /*patience*/) { return nullptr; }
};

// Each opens `path` for reading only and reports in `channel` what it is, or why not (then null).
std::unique_ptr<Device> openPlain(ReaderChannel& channel, const char* path);       // block device or file
std::unique_ptr<Device> openScsiGeneric(ReaderChannel& channel, const char* path); // /dev/sgN
std::unique_ptr<Device> openNvme(ReaderChannel& channel, const char* path);        // /dev/nvmeXnY

// Reports to the link that opening went well, or why not.
void tellOpen(ReaderChannel& channel);
void tellFailed(ReaderChannel& channel, OpenStage stage, int error);

std::int64_t nowNs();
// Memory for direct access; null where there is none.
char* makeBuffer(std::size_t bytes);

// After this the kernel aborts a pass-through command, which resets the drive and its neighbours on the
// link: far longer than what Orbita calls stalled.
constexpr unsigned abortAfterMs = 60'000;

} // namespace orbita::reader
