// SPDX-License-Identifier: GPL-3.0-or-later
// The engine's pace on a real device or file against the smallest loop with the same call: pread(2) with
// O_DIRECT, and io_uring for several reads at once; in alternating pairs (pairs.h), beside the loop against
// itself.
#include "bench/pairs.h"
#include "core/families/plain/plain_drive.h"
#include "core/image/image_writer.h"
#include "core/scan/engine.h"

#include <algorithm>
#include <cstdio>
#include <cstdlib>
#include <cstring>
#include <fcntl.h>
#include <filesystem>
#include <functional>
#include <liburing.h>
#include <sys/mman.h>
#include <unistd.h>

using namespace orbita;

namespace {

constexpr std::uint32_t manyAtOnce = 32;

void give(const char* what) {
    std::perror(what);
    std::exit(1);
}

// What is to be read, and into what.
struct Place {
    int file = -1;
    char* buffer = nullptr; // of manyAtOnce blocks
    std::uint64_t slice = 0;
};

// The smallest loop: one buffer, one call a block, the time around each as a scan needs it.
double loopSeconds(const Place& place, std::uint64_t offset, std::size_t block) {
    const MonotonicClock clock;
    const Nanoseconds from = clock.now();
    Nanoseconds longest{};
    for (std::uint64_t at = 0; at < place.slice; at += block) {
        const Nanoseconds before = clock.now();
        if (pread(place.file, place.buffer, block, static_cast<off_t>(offset + at)) !=
            static_cast<ssize_t>(block))
            give("pread");
        longest = std::max(longest, clock.now() - before);
    }
    return toSeconds(clock.now() - from);
}

// The same with many at once: each answer is replaced by the next block as it comes.
class LoopOfMany {
public:
    LoopOfMany() {
        if (io_uring_queue_init(manyAtOnce, &m_ring, 0) != 0)
            give("io_uring_queue_init");
    }
    double seconds(const Place& place, std::uint64_t offset, std::size_t block) {
        const MonotonicClock clock;
        const Nanoseconds from = clock.now();
        Nanoseconds longest{};
        std::array<Nanoseconds, manyAtOnce> begun{};
        std::uint64_t sent = 0;
        const auto send = [&](std::size_t slot) {
            io_uring_sqe* sqe = io_uring_get_sqe(&m_ring);
            io_uring_prep_read(sqe, place.file, place.buffer + slot * block, static_cast<unsigned>(block),
                               offset + sent);
            io_uring_sqe_set_data64(sqe, slot);
            begun[slot] = clock.now();
            sent += block;
            if (io_uring_submit(&m_ring) != 1)
                give("io_uring_submit");
        };
        std::size_t underWay = 0;
        for (; underWay < manyAtOnce && sent < place.slice; ++underWay)
            send(underWay);
        while (underWay > 0) {
            io_uring_cqe* cqe = nullptr;
            if (io_uring_wait_cqe(&m_ring, &cqe) != 0 || cqe->res != static_cast<int>(block))
                give("io_uring read");
            const auto slot = static_cast<std::size_t>(io_uring_cqe_get_data64(cqe));
            io_uring_cqe_seen(&m_ring, cqe);
            longest = std::max(longest, clock.now() - begun[slot]);
            if (sent < place.slice)
                send(slot);
            else
                --underWay;
        }
        return toSeconds(clock.now() - from);
    }

private:
    io_uring m_ring{};
};

// A slice of the scan: the reader runs on, a scan of the slice is what is measured.
class EngineRunner {
public:
    EngineRunner(const std::string& path, std::uint32_t blockSectors, std::uint64_t slice,
                 std::uint32_t depth, const std::string& saveTo)
        : m_blockSectors(blockSectors), m_slice(slice), m_depth(depth), m_saveTo(saveTo) {
        // With a serial number, as drives have: of one without, what is read is handed over, too, to tell it
        // again.
        DriveIdentity known;
        known.serial = "PACE-1";
        auto opened = openPlainDrive(path, known, std::chrono::seconds{10});
        if (!opened) {
            std::fprintf(stderr, "%s\n", opened.error().message().c_str());
            std::exit(1);
        }
        m_drive = std::move(*opened);
    }

    double seconds(std::uint64_t offset) {
        ScanPlan plan;
        plan.blockSectors = m_blockSectors;
        plan.depth = m_depth;
        plan.measurePaceFirst = false;
        plan.span = LbaSpan{{offset / 512}, {m_slice / 512}};
        PauseGate pause;
        ScanFeed feed;
        ScanServices services;
        if (!m_saveTo.empty()) {
            for (const std::string& file : {m_saveTo, imageMapPath(m_saveTo)})
                std::filesystem::remove(file);
            auto image = SavedImage::open(m_saveTo, m_drive->identity(), {});
            if (!image) {
                std::fprintf(stderr, "%s\n", image.error().message().c_str());
                std::exit(1);
            }
            services.image = std::make_shared<ImageWriter>(std::move(*image));
        }
        Engine engine(*m_drive, *settlePlan(plan, m_drive->identity(), m_drive->limits()), {}, pause, feed,
                      std::move(services));
        engine.run({});
        // From the first block to the last; making the image durable at the end is not the drive's time.
        return toSeconds(feed.status().elapsed);
    }

private:
    std::uint32_t m_blockSectors;
    std::uint64_t m_slice;
    std::uint32_t m_depth;
    std::string m_saveTo;
    std::unique_ptr<Drive> m_drive;
};

} // namespace

int main(int argc, char** argv) {
    if (argc < 2) {
        std::fprintf(stderr, "usage: bench_pace DEVICE-OR-FILE [PAIRS] [MIB-A-SLICE] [IMAGE-TO-SAVE-TO]\n");
        return 2;
    }
    const std::string path = argv[1];
    const int pairs = argc > 2 ? std::atoi(argv[2]) : 100;
    Place place;
    place.slice = (argc > 3 ? std::strtoull(argv[3], nullptr, 10) : 64) << 20U;
    const std::string saveTo = argc > 4 ? argv[4] : "";
    place.file = open(path.c_str(), O_RDONLY | O_CLOEXEC | O_DIRECT);
    if (place.file < 0)
        place.file = open(path.c_str(), O_RDONLY | O_CLOEXEC);
    const off_t size = lseek(place.file, 0, SEEK_END);
    if (place.file < 0 || size < static_cast<off_t>(2 * place.slice)) {
        std::fprintf(stderr, "%s cannot be opened or is smaller than two slices\n", path.c_str());
        return 1;
    }
    // Huge pages, as the reader uses: else the kernel would split the loop's blocks and not the engine's.
    constexpr std::size_t bufferBytes = std::size_t{manyAtOnce} << 20U;
    place.buffer = static_cast<char*>(std::aligned_alloc(2U << 20U, bufferBytes));
    madvise(place.buffer, bufferBytes, MADV_HUGEPAGE);
    std::memset(place.buffer, 0, bufferBytes);
    const std::uint64_t slices = static_cast<std::uint64_t>(size) / place.slice;
    LoopOfMany many;
    bool good = true;
    const auto compare = [&](std::size_t block, std::uint32_t depth, const std::string& image,
                             double wanted) {
        EngineRunner engine(path, static_cast<std::uint32_t>(block / 512), place.slice, depth, image);
        const bench::Measured loop = [&](std::uint64_t slice) {
            const std::uint64_t offset = slice * place.slice;
            return depth == 1 ? loopSeconds(place, offset, block) : many.seconds(place, offset, block);
        };
        const double itself = bench::paceRatio(loop, loop, pairs, slices);
        const double orbita = bench::paceRatio(
            loop, [&](std::uint64_t slice) { return engine.seconds(slice * place.slice); }, pairs, slices);
        std::printf("%4zu KiB, %2u at once%s: engine %.3f of the loop's pace (loop against itself %.3f)\n",
                    block >> 10U, depth, image.empty() ? "" : ", saved to an image", orbita, itself);
        std::fflush(stdout);
        good = good && orbita >= wanted;
    };
    for (const std::size_t block : {std::size_t{64} << 10U, std::size_t{256} << 10U, std::size_t{1} << 20U}) {
        compare(block, 1, "", 0.97);
        compare(block, manyAtOnce, "", 0.95);
        if (!saveTo.empty()) {
            compare(block, 1, saveTo, 0.97);
            compare(block, manyAtOnce, saveTo, 0.95);
        }
    }
    return good ? 0 : 1;
}
