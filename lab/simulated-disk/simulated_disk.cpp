// SPDX-License-Identifier: GPL-3.0-or-later
// orbita-lab-disk SCENARIO.json /dev/uioN MAP_BYTES [SPEED]: answers the SCSI commands that the kernel's
// target_core_user hands out, as the simulated drive of the scenario would, in its own time. Behind tcm_loop
// that makes it a disk of this kernel. Ends when it is killed.
#include "core/drive/scsi/ata_translation.h"
#include "core/drive/scsi/commands.h"
#include "core/drive/scsi/sense.h"
#include "core/session/write_gate.h"
#include "core/sim/sim_link.h"
#include "simulated-disk/ring_layout.h"

#include <algorithm>
#include <cstdio>
#include <cstdlib>
#include <cstring>
#include <fcntl.h>
#include <poll.h>
#include <sys/mman.h>
#include <unistd.h>

namespace {

using namespace orbita;

// One command in the ring: what is asked, and in the same place what is answered.
class Entry {
public:
    explicit Entry(char* memory) : m_memory(memory) {}
    [[nodiscard]] const lab::EntryHeader& header() const { return as<lab::EntryRequest>().header; }
    [[nodiscard]] std::uint64_t commandOffset() const { return as<lab::EntryRequest>().commandOffset; }
    [[nodiscard]] std::vector<lab::Piece> pieces() const {
        std::vector<lab::Piece> pieces(as<lab::EntryRequest>().pieces);
        std::memcpy(pieces.data(), m_memory + sizeof(lab::EntryRequest), pieces.size() * sizeof(lab::Piece));
        return pieces;
    }
    [[nodiscard]] lab::EntryResponse& response() const { return as<lab::EntryResponse>(); }

private:
    template <class T>
    [[nodiscard]] T& as() const {
        return *reinterpret_cast<T*>(m_memory);
    }
    char* m_memory;
};

// The ring that the kernel fills and this program empties.
class Ring {
public:
    Ring(char* memory, int file) : m_memory(memory), m_file(file) {}

    void waitForCommands() const {
        pollfd waiting{m_file, POLLIN, 0};
        poll(&waiting, 1, -1);
        std::uint32_t events = 0;
        if (read(m_file, &events, sizeof events) < 0)
            std::perror("reading the event count");
    }
    [[nodiscard]] std::optional<Entry> next() {
        while (mailbox().tail != __atomic_load_n(&mailbox().head, __ATOMIC_ACQUIRE)) {
            const Entry entry(m_memory + mailbox().ringOffset + mailbox().tail);
            if (entry.header().isCommand())
                return entry;
            advance(entry); // padding, or something that this program has not asked for
        }
        return std::nullopt;
    }
    void finish(const Entry& entry) {
        advance(entry);
        const std::uint32_t wake = 0;
        if (write(m_file, &wake, sizeof wake) < 0)
            std::perror("waking the kernel");
    }
    [[nodiscard]] char* at(std::uint64_t offset) const { return m_memory + offset; }
    [[nodiscard]] bool tellsLength() const { return (mailbox().flags & lab::tellsReadLength) != 0; }

private:
    [[nodiscard]] lab::Mailbox& mailbox() const { return *reinterpret_cast<lab::Mailbox*>(m_memory); }
    void advance(const Entry& entry) {
        const std::uint32_t tail = (mailbox().tail + entry.header().length()) % mailbox().ringBytes;
        __atomic_store_n(&mailbox().tail, tail, __ATOMIC_RELEASE);
    }

    char* m_memory;
    int m_file;
};

// All that the drive takes: this program is the drive, and whoever may write to it is the kernel's business.
WritePermit everywhere(const sim::Scenario& scenario) {
    GrantOrder asked;
    asked.spans = {{Lba{0}, scenario.identity.capacity}};
    asked.kinds = {WriteKind::refresh};
    asked.lasting = longestGrant;
    WriteGate gate;
    WriteOrder order;
    order.grant = gate.give(asked, {});
    order.span = asked.spans.front();
    return gate.permit(order, {}, scenario.identity.logicalBytes, {}).value();
}

class Disk {
public:
    Disk(const sim::Scenario& scenario, double speed) : m_link(scenario, speed) {
        m_link.runInRealTime();
        m_link.admit(Admission::stateToo);
        m_link.permit(everywhere(scenario));
        m_link.handOverReads(HandOver::whole, mostWrittenBytes);
    }

    void answer(const Ring& ring, const Entry& entry) {
        CommandBlock block;
        block.protocol = Protocol::scsi;
        std::memcpy(block.bytes.data(), ring.at(entry.commandOffset()), 16);
        const std::vector<lab::Piece> pieces = entry.pieces();
        std::size_t room = 0;
        for (const lab::Piece& piece : pieces)
            room += piece.bytes;

        Request request;
        request.tag = ++m_tag;
        request.block = block;
        request.haltAfter = std::chrono::hours{1};
        const bool toDrive = takesParameters(block);
        request.expected = toDrive ? 0 : static_cast<std::uint32_t>(room);
        if (toDrive) {
            m_parameters.clear();
            for (const lab::Piece& piece : pieces)
                m_parameters.insert(m_parameters.end(), bytesAt(ring, piece),
                                    bytesAt(ring, piece) + piece.bytes);
            request.parameters = m_parameters;
        }
        m_link.submit({&request, 1});
        Reply reply;
        while (m_link.reap({&reply, 1}, std::chrono::milliseconds{100}) == 0) {
        }
        const bool gone = reply.transport == TransportStatus::failed;
        if (reply.transport == TransportStatus::refused)
            refuse(reply);
        std::size_t sent = 0;
        if (reply.status == scsi::status::good && !gone && !toDrive)
            sent = hand(ring, pieces, reply.data.empty() ? m_link.data() : reply.data);
        lab::EntryResponse& response = entry.response();
        const lab::EntryHeader header = response.header;
        response = {};
        response.header = header;
        response.status = gone ? scsi::status::busy : reply.status;
        if (ring.tellsLength() && !toDrive && sent < room && reply.status == scsi::status::good) {
            response.readLength = static_cast<std::uint32_t>(sent);
            response.header.userFlags |= lab::readLengthTold;
        }
        std::memcpy(response.sense, reply.bytes.data(), std::min(sizeof response.sense, reply.bytes.size()));
    }

private:
    static const std::byte* bytesAt(const Ring& ring, const lab::Piece& piece) {
        return reinterpret_cast<const std::byte*>(ring.at(piece.offset));
    }
    static bool takesParameters(const CommandBlock& block) {
        if (const auto inner = scsi::unwrapAta(block))
            return scsi::directionOf(*inner) == scsi::DataDirection::toDrive;
        switch (scsi::opcodeOf(block)) {
        case scsi::opcode::modeSelect10:
        case scsi::opcode::write10:
        case scsi::opcode::write16:
        case scsi::opcode::writeAndVerify16:
        case scsi::opcode::reassignBlocks:
            return true;
        default:
            return false;
        }
    }
    static void refuse(Reply& reply) {
        const auto bytes =
            scsi::encodeSense({scsi::senseKey::illegalRequest, 0x20, 0, {}, {}, false, {}}, false);
        std::copy(bytes.begin(), bytes.end(), reply.bytes.begin());
        reply.status = scsi::status::checkCondition;
    }
    static std::size_t hand(const Ring& ring, const std::vector<lab::Piece>& pieces,
                            std::span<const std::byte> bytes) {
        std::size_t at = 0;
        for (const lab::Piece& piece : pieces) {
            const std::size_t part = std::min(piece.bytes, bytes.size() - at);
            std::memcpy(ring.at(piece.offset), bytes.data() + at, part);
            at += part;
        }
        return at;
    }

    sim::SimLink m_link;
    std::uint64_t m_tag = 0;
    std::vector<std::byte> m_parameters;
};

} // namespace

int main(int argc, char** argv) {
    if (argc < 4) {
        std::fputs("orbita-lab-disk SCENARIO.json /dev/uioN MAP_BYTES [SPEED]\n", stderr);
        return 2;
    }
    const auto scenario = sim::loadScenario(argv[1]);
    if (!scenario) {
        std::fprintf(stderr, "%s\n", scenario.error().message().c_str());
        return 2;
    }
    const int file = open(argv[2], O_RDWR | O_CLOEXEC);
    const std::size_t bytes = std::strtoull(argv[3], nullptr, 0);
    void* memory = file < 0 ? MAP_FAILED : mmap(nullptr, bytes, PROT_READ | PROT_WRITE, MAP_SHARED, file, 0);
    if (memory == MAP_FAILED) {
        std::perror(argv[2]);
        return 3;
    }
    Ring ring(static_cast<char*>(memory), file);
    Disk disk(*scenario, argc > 4 ? std::strtod(argv[4], nullptr) : 1);
    for (;;) {
        while (const auto entry = ring.next()) {
            disk.answer(ring, *entry);
            ring.finish(*entry);
        }
        ring.waitForCommands();
    }
}
