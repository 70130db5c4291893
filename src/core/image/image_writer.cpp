// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/image/image_writer.h"

#include "core/base/mutex.h"

#include <condition_variable>
#include <deque>
#include <thread>

namespace orbita {

namespace {

constexpr std::uint64_t mostWaiting = 64U << 20U; // bytes
constexpr auto syncInterval = std::chrono::seconds{1};
constexpr auto retryInterval = std::chrono::milliseconds{500};
constexpr auto partingPatience = std::chrono::milliseconds{150};
constexpr std::size_t spareBuffers = 64;

} // namespace

// Lives as long as the writer or its thread.
struct ImageWriter::Shared {
    struct Piece {
        Lba first;
        std::vector<std::byte> data;
    };

    std::unique_ptr<SavedImage> image; // the thread's own
    ImageCheck check;
    mutable Mutex mutex;
    std::condition_variable_any wake;
    std::condition_variable_any over;
    std::deque<Piece> queue GUARDED_BY(mutex);
    std::vector<std::vector<std::byte>> spare GUARDED_BY(mutex);
    std::uint64_t waiting GUARDED_BY(mutex) = 0;
    SpanSet held GUARDED_BY(mutex);                        // as the image has it
    std::vector<Standstill> standstills GUARDED_BY(mutex); // to be told
    SavingStatus status GUARDED_BY(mutex);
    std::uint32_t sectorBytes = 512;
    bool finishing GUARDED_BY(mutex) = false;
    bool abandoned GUARDED_BY(mutex) = false;
    bool finished GUARDED_BY(mutex) = false;
    bool ended GUARDED_BY(mutex) = false;

    void run();
    void tell(const Result<void>& result);
};

void ImageWriter::Shared::tell(const Result<void>& result) {
    const MutexLock lock(mutex);
    status.trouble = result ? std::nullopt : std::optional(result.error());
    held = image->map().held();
    status.held = image->map().heldSectors();
}

void ImageWriter::Shared::run() {
    auto syncDue = std::chrono::steady_clock::now() + syncInterval;
    bool dirty = false;
    for (;;) {
        MutexLock lock(mutex);
        wake.wait_until(lock, syncDue,
                        [&]() REQUIRES(mutex) { return !queue.empty() || finishing || abandoned; });
        if (abandoned)
            break;
        if (!queue.empty()) {
            // Only this thread takes from the front, so it stays where it is meanwhile.
            const Piece& piece = queue.front();
            lock.unlock();
            const auto written = image->write(piece.first, piece.data);
            lock.lock();
            if (!written) {
                lock.unlock();
                tell(written);
                lock.lock();
                wake.wait_for(lock, retryInterval, [&]() REQUIRES(mutex) { return abandoned; });
                continue;
            }
            dirty = true;
            status.trouble.reset();
            status.held = image->map().heldSectors();
            held.add({piece.first, {piece.data.size() / sectorBytes}});
            waiting -= piece.data.size();
            if (spare.size() < spareBuffers)
                spare.push_back(std::move(queue.front().data));
            queue.pop_front();
        }
        const bool last = finishing && queue.empty();
        dirty = dirty || !standstills.empty();
        for (const Standstill& standstill : standstills)
            image->tell(standstill);
        standstills.clear();
        lock.unlock();
        if (last || std::chrono::steady_clock::now() >= syncDue) {
            const auto synced = last ? image->close() : dirty ? image->sync() : Result<void>{};
            if (dirty || last)
                tell(synced);
            dirty = !synced;
            syncDue = std::chrono::steady_clock::now() + syncInterval;
            lock.lock();
            if (last && synced) {
                finished = true;
                break;
            }
            if (!synced)
                wake.wait_for(lock, retryInterval, [&]() REQUIRES(mutex) { return abandoned; });
        }
    }
    image.reset();
    const MutexLock lock(mutex);
    ended = true;
    over.notify_all();
}

ImageWriter::ImageWriter(std::unique_ptr<SavedImage> image) : m_shared(std::make_shared<Shared>()) {
    m_shared->check = image->check();
    m_shared->held = image->map().held();
    m_shared->status.held = image->map().heldSectors();
    m_shared->status.path = image->path();
    m_shared->sectorBytes = image->map().drive().logicalBytes;
    m_shared->image = std::move(image);
    // A thread that hangs over a dead network place must not hang Orbita: it is left to itself.
    std::thread([shared = m_shared] {
        try {
            shared->run();
        } catch (const std::exception& error) { // memory gave out: nothing more is saved, and that is said
            const MutexLock lock(shared->mutex);
            shared->status.trouble =
                Error{Error::Kind::systemFailure, "saving to", shared->status.path, error.what(),
                      "Stop the scan, end other programs, and go on with it."};
            shared->ended = true;
            shared->over.notify_all();
        }
    }).detach();
}

ImageWriter::~ImageWriter() {
    MutexLock lock(m_shared->mutex);
    m_shared->abandoned = !m_shared->finishing;
    m_shared->wake.notify_all();
    m_shared->over.wait_for(lock, partingPatience,
                            [&]() REQUIRES(m_shared->mutex) { return m_shared->ended; });
}

void ImageWriter::keep(Lba first, std::span<const std::byte> data) {
    const MutexLock lock(m_shared->mutex);
    std::vector<std::byte> buffer;
    if (!m_shared->spare.empty()) {
        buffer = std::move(m_shared->spare.back());
        m_shared->spare.pop_back();
    }
    buffer.assign(data.begin(), data.end());
    m_shared->waiting += buffer.size();
    m_shared->queue.push_back({first, std::move(buffer)});
    m_shared->wake.notify_one();
}

void ImageWriter::tell(const Standstill& standstill) {
    const MutexLock lock(m_shared->mutex);
    m_shared->standstills.push_back(standstill);
    m_shared->wake.notify_one();
}

bool ImageWriter::full() const {
    const MutexLock lock(m_shared->mutex);
    return m_shared->waiting >= mostWaiting;
}

bool ImageWriter::relieved() const {
    const MutexLock lock(m_shared->mutex);
    return m_shared->waiting < mostWaiting / 2;
}

void ImageWriter::finish() {
    const MutexLock lock(m_shared->mutex);
    m_shared->finishing = true;
    m_shared->wake.notify_all();
}

bool ImageWriter::finished() const {
    const MutexLock lock(m_shared->mutex);
    return m_shared->finished;
}

SavingStatus ImageWriter::status() const {
    const MutexLock lock(m_shared->mutex);
    SavingStatus status = m_shared->status;
    status.waiting = m_shared->waiting;
    return status;
}

std::vector<LbaSpan> ImageWriter::missing(LbaSpan within) const {
    const MutexLock lock(m_shared->mutex);
    return m_shared->held.gaps(within);
}

const ImageCheck& ImageWriter::check() const {
    return m_shared->check;
}

} // namespace orbita
