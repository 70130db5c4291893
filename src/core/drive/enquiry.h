// SPDX-License-Identifier: GPL-3.0-or-later
// Asking a drive one thing at a time and having the bytes back.
#pragma once

#include "core/drive/ata/taskfile.h"
#include "core/drive/family.h"
#include "core/drive/link/link.h"
#include "core/drive/scsi/sense.h"

#include <stop_token>
#include <string>
#include <vector>

namespace orbita {

// A way to a drive's own word: a link, and what it speaks.
struct CommandPath {
    std::unique_ptr<Link> link;
    Family speaks = Family::plain; // plain: no commands, and no link
    std::uint32_t nameSpace = 1;   // of an NVMe drive
    std::string path;              // for errors
    std::string attachment;
    std::uint32_t maxBytesPerCommand = 0; // what the system carries at once; 0: not told
};

struct Reaction {
    ReplyVerdict verdict;
    std::vector<std::byte> data;
    std::optional<scsi::Sense> sense;            // of a SCSI command that had some to tell
    std::optional<ata::Answer> ata;              // of an ATA command, passed through or not
    std::array<std::byte, commandBytes> bytes{}; // as in Reply
    Nanoseconds latency{};
};

// Not thread-safe. Once a command has not been answered within the patience, the link is abandoned and all
// further questions fail at once.
class Enquiry {
public:
    Enquiry(Link& link, Family speaks, std::string path, Nanoseconds patience, std::stop_token stop = {},
            std::uint32_t nameSpace = 1);
    // Of a way that has a link.
    Enquiry(const CommandPath& way, Nanoseconds patience, std::stop_token stop = {});

    // Fails where the drive refuses the command, or the system does, or no answer comes. `expected` bytes of
    // data are asked for; fewer may come. `parameters` go along.
    Result<Reaction> ask(const CommandBlock& block, std::uint32_t expected,
                         std::span<const std::byte> parameters = {});
    // An ATA command, through SCSI where that is what the link speaks.
    Result<Reaction> askAta(const CommandBlock& block, std::uint32_t expected,
                            std::span<const std::byte> parameters = {});

    [[nodiscard]] bool lost() const { return m_lost; } // no answer came
    [[nodiscard]] bool gone() const { return m_gone; } // there is no drive any more
    // The drive said that its medium may be another one now.
    [[nodiscard]] bool mediumMayHaveChanged() const { return m_mediumMayHaveChanged; }
    // What the system said of the last command, where it failed it.
    [[nodiscard]] std::optional<int> lastSystemError() const { return m_systemError; }
    [[nodiscard]] Link& link() { return m_link; }
    [[nodiscard]] Family speaks() const { return m_speaks; }
    [[nodiscard]] std::uint32_t nameSpace() const { return m_nameSpace; }

private:
    Result<Reply> carry(const CommandBlock& block, std::uint32_t expected,
                        std::span<const std::byte> parameters);
    [[nodiscard]] Error failure(Phrase answer) const;

    Link& m_link;
    Family m_speaks;
    std::uint32_t m_nameSpace = 1;
    std::string m_path;
    Nanoseconds m_patience;
    std::stop_token m_stop;
    std::uint64_t m_tag = 0;
    bool m_lost = false;
    bool m_gone = false;
    bool m_mediumMayHaveChanged = false;
    std::optional<int> m_systemError;
};

} // namespace orbita
