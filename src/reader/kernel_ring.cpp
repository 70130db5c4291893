// SPDX-License-Identifier: GPL-3.0-or-later
#include "reader/kernel_ring.h"

#include "reader/device.h"

namespace orbita::reader {

KernelRing::KernelRing(unsigned flags)
    : m_works(io_uring_queue_init(channelEntries, &m_ring, flags) == 0)
    , m_large((flags & IORING_SETUP_CQE32) != 0) {}

KernelRing::~KernelRing() {
    if (m_works)
        io_uring_queue_exit(&m_ring);
}

bool KernelRing::begin(io_uring_sqe* command, ChannelEntry& entry) {
    io_uring_sqe_set_data(command, &entry);
    entry.latencyNs = nowNs(); // when it began, until it is answered
    return io_uring_submit(&m_ring) == 1;
}

std::optional<KernelRing::Finished> KernelRing::finishOne(Nanoseconds patience) {
    __kernel_timespec wait{patience.count() / 1'000'000'000, patience.count() % 1'000'000'000};
    io_uring_cqe* cqe = nullptr;
    if (io_uring_wait_cqe_timeout(&m_ring, &cqe, &wait) != 0)
        return std::nullopt;
    const Finished finished{static_cast<ChannelEntry*>(io_uring_cqe_get_data(cqe)), cqe->res,
                            m_large ? cqe->big_cqe[0] : 0};
    io_uring_cqe_seen(&m_ring, cqe);
    finished.entry->completedAtNs = nowNs();
    finished.entry->latencyNs = finished.entry->completedAtNs - finished.entry->latencyNs;
    return finished;
}

} // namespace orbita::reader
