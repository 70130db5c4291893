// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/enquiry.h"

#include "core/drive/scsi/ata_translation.h"
#include "core/drive/scsi/commands.h"

#include <fmt/format.h>

namespace orbita {

namespace {

constexpr Nanoseconds slice = std::chrono::milliseconds{50};
constexpr int mostRepeats = 3;

std::string nameOf(const CommandBlock& block) {
    return fmt::format("command {:02X}h", std::to_integer<unsigned>(block.bytes[0]));
}

} // namespace

Enquiry::Enquiry(Link& link, Family speaks, std::string path, Nanoseconds patience, std::stop_token stop,
                 std::uint32_t nameSpace)
    : m_link(link)
    , m_speaks(speaks)
    , m_nameSpace(nameSpace)
    , m_path(std::move(path))
    , m_patience(patience)
    , m_stop(std::move(stop)) {}

Enquiry::Enquiry(const CommandPath& way, Nanoseconds patience, std::stop_token stop)
    : Enquiry(*way.link, way.speaks, way.path, patience, std::move(stop), way.nameSpace) {}

Error Enquiry::failure(Phrase answer) const {
    return {Error::Kind::unusable, "asking the drive", m_path, std::move(answer),
            "The drive or its bridge does not offer this; another adapter may."};
}

Result<Reply> Enquiry::carry(const CommandBlock& block, std::uint32_t expected,
                             std::span<const std::byte> parameters) {
    if (m_lost)
        return tl::unexpected(Error{Error::Kind::noAnswer, "asking the drive", m_path, "it stopped answering",
                                    "If the data matters, save it first."});
    Request request;
    request.tag = ++m_tag;
    request.block = block;
    request.expected = expected;
    request.haltAfter = m_patience;
    request.parameters = parameters;
    m_link.submit({&request, 1});
    const Nanoseconds until = m_link.clock().now() + m_patience;
    Reply reply;
    while (m_link.clock().now() < until && !m_stop.stop_requested())
        if (m_link.reap({&reply, 1}, std::min(slice, m_patience)) > 0)
            return reply;
    m_link.abandon();
    m_lost = true;
    return tl::unexpected(
        Error{Error::Kind::noAnswer,
              "asking the drive",
              m_path,
              {"no answer to {} within {} s", {nameOf(block), fmt::format("{:.0f}", toSeconds(m_patience))}},
              "If the data matters, save it first."});
}

Result<Reaction> Enquiry::ask(const CommandBlock& block, std::uint32_t expected,
                              std::span<const std::byte> parameters) {
    for (int attempt = 0;; ++attempt) {
        m_systemError.reset();
        const auto reply = carry(block, expected, parameters);
        if (!reply)
            return tl::unexpected(reply.error());
        if (reply->transport == TransportStatus::refused)
            return tl::unexpected(Error{Error::Kind::refusedUnsafe, "asking the drive", m_path,
                                        Phrase("{} is not a command that Orbita sends here", {nameOf(block)}),
                                        "This is a fault of Orbita's, not of the drive."});
        if (reply->transport == TransportStatus::failed && reply->systemError != EAGAIN) {
            m_systemError = reply->systemError;
            const Outcome outcome = outcomeOfSystemError(reply->systemError);
            m_gone = outcome == Outcome::driveGone || outcome == Outcome::readerLost;
            return tl::unexpected(systemError("asking the drive", m_path, reply->systemError));
        }
        Reaction reaction;
        reaction.bytes = reply->bytes;
        reaction.latency = reply->latency;
        const auto data = m_link.data();
        reaction.data.assign(data.begin(), data.begin() + static_cast<std::ptrdiff_t>(std::min<std::size_t>(
                                                              data.size(), reply->transferred)));
        const DriveFamily& family = familyOf(block.protocol);
        if (family.interpret != nullptr)
            family.interpret(*reply, reaction);
        else
            reaction.verdict = family.classify(*reply);
        m_mediumMayHaveChanged |= reaction.verdict.outcome == Outcome::mediumChanged;
        // What changes the drive's state is never repeated by itself: it may have been done.
        const bool reads = classOf(block, {parameters, expected}) == CommandClass::mediumReading;
        const bool came = reaction.verdict.outcome == Outcome::interrupted ||
                          reaction.verdict.outcome == Outcome::mediumChanged;
        const bool again = reads && came && attempt < mostRepeats;
        if (!again)
            return reaction;
    }
}

Result<Reaction> Enquiry::askAta(const CommandBlock& block, std::uint32_t expected,
                                 std::span<const std::byte> parameters) {
    if (m_speaks != Family::scsi) {
        auto reaction = ask(block, expected, parameters);
        if (reaction && reaction->verdict.outcome != Outcome::answered)
            return tl::unexpected(failure({"{} was refused", {nameOf(block)}}));
        return reaction;
    }
    auto reaction = ask(scsi::wrapAta(block), expected, parameters);
    if (!reaction)
        return reaction;
    if (reaction->sense)
        reaction->ata = scsi::answerFromSense(*reaction->sense);
    if (reaction->ata) {
        constexpr unsigned bad = ata::status::error | ata::status::deviceFault;
        if ((reaction->ata->status & bad) != 0)
            return tl::unexpected(failure("the drive refused the command"));
        reaction->verdict = {Outcome::answered, {}};
        return reaction;
    }
    // Some bridges hand on the data but not the registers; others refuse the whole thing.
    if (reaction->verdict.outcome != Outcome::answered)
        return tl::unexpected(failure("the bridge does not pass ATA commands on"));
    return reaction;
}

} // namespace orbita
