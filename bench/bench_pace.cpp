// SPDX-License-Identifier: GPL-3.0-or-later
// The engine's pace on a real device or file against the smallest loop with the same call, pread(2) with
// O_DIRECT. Near-identical loops measured one after the other drift apart; so slices of the same data are
// read in alternating pairs, the order swapped each pair, and the median of the pair ratios is quoted, beside
// the loop against itself.
#include "core/drive/plain_drive.h"
#include "core/scan/engine.h"

#include <algorithm>
#include <cstdio>
#include <cstdlib>
#include <cstring>
#include <fcntl.h>
#include <functional>
#include <sys/mman.h>
#include <unistd.h>

using namespace orbita;

namespace {

double median(std::vector<double> values) {
    std::nth_element(values.begin(), values.begin() + static_cast<std::ptrdiff_t>(values.size() / 2),
                     values.end());
    return values[values.size() / 2];
}

// The smallest loop: one buffer, one call a block, the time around each as a scan needs it.
double loopSeconds(int file, void* buffer, std::uint64_t offset, std::uint64_t bytes, std::size_t block) {
    const MonotonicClock clock;
    const Nanoseconds from = clock.now();
    Nanoseconds longest{};
    for (std::uint64_t at = 0; at < bytes; at += block) {
        const Nanoseconds before = clock.now();
        if (pread(file, buffer, block, static_cast<off_t>(offset + at)) != static_cast<ssize_t>(block)) {
            std::perror("pread");
            std::exit(1);
        }
        longest = std::max(longest, clock.now() - before);
    }
    return toSeconds(clock.now() - from);
}

// A slice of the scan: the engine runs on and is let through to the end of the slice, then paused.
class EngineRunner {
public:
    EngineRunner(const std::string& path, std::uint32_t blockSectors, std::uint64_t slice)
        : m_path(path), m_blockSectors(blockSectors), m_slice(slice) {
        auto opened = openPlainDrive(path, {}, std::chrono::seconds{10});
        if (!opened) {
            std::fprintf(stderr, "%s\n", opened.error().message().c_str());
            std::exit(1);
        }
        m_drive = std::move(*opened);
    }
    // One reader for all slices, kept running; a scan of the slice is what is measured.
    double seconds(std::uint64_t offset) {
        ScanPlan plan;
        plan.blockSectors = m_blockSectors;
        plan.measurePaceFirst = false;
        plan.span = LbaSpan{{offset / 512}, {m_slice / 512}};
        PauseGate pause;
        ScanFeed feed;
        Engine engine(*m_drive, *settlePlan(plan, m_drive->identity(), m_drive->limits()), {}, pause, feed);
        engine.run({});
        return toSeconds(feed.status().elapsed); // from the first block on, as the technician sees it
    }

private:
    std::string m_path;
    std::uint32_t m_blockSectors;
    std::uint64_t m_slice;
    std::unique_ptr<Drive> m_drive;
};

} // namespace

int main(int argc, char** argv) {
    if (argc < 2) {
        std::fprintf(stderr, "usage: bench_pace DEVICE-OR-FILE [PAIRS] [MIB-A-SLICE]\n");
        return 2;
    }
    const std::string path = argv[1];
    const int pairs = argc > 2 ? std::atoi(argv[2]) : 200;
    const std::uint64_t slice = (argc > 3 ? std::strtoull(argv[3], nullptr, 10) : 16) << 20U;
    int file = open(path.c_str(), O_RDONLY | O_CLOEXEC | O_DIRECT);
    if (file < 0)
        file = open(path.c_str(), O_RDONLY | O_CLOEXEC);
    const off_t size = lseek(file, 0, SEEK_END);
    if (file < 0 || size < static_cast<off_t>(2 * slice)) {
        std::fprintf(stderr, "%s cannot be opened or is smaller than two slices\n", path.c_str());
        return 1;
    }
    // Huge pages, as the reader uses: else the kernel would split the loop's blocks and not the engine's.
    void* buffer = std::aligned_alloc(2U << 20U, 4U << 20U);
    madvise(buffer, 4U << 20U, MADV_HUGEPAGE);
    std::memset(buffer, 0, 4U << 20U);
    const std::uint64_t slices = static_cast<std::uint64_t>(size) / slice;
    bool good = true;
    for (const std::size_t block : {std::size_t{64} << 10U, std::size_t{256} << 10U, std::size_t{1} << 20U}) {
        EngineRunner engine(path, static_cast<std::uint32_t>(block / 512), slice);
        const auto loop = [&](std::uint64_t offset) {
            return loopSeconds(file, buffer, offset, slice, block);
        };
        const auto scan = [&](std::uint64_t offset) { return engine.seconds(offset); };
        const auto ratios = [&](const std::function<double(std::uint64_t)>& measured) {
            std::vector<double> list;
            for (int i = 0; i < pairs; ++i) {
                const std::uint64_t offset = static_cast<std::uint64_t>(i) % slices * slice;
                double reference = 0;
                double other = 0;
                if (i % 2 == 0) {
                    reference = loop(offset);
                    other = measured(offset);
                } else {
                    other = measured(offset);
                    reference = loop(offset);
                }
                list.push_back(reference / other);
            }
            return median(list);
        };
        const double itself = ratios(loop);
        const double orbita = ratios(scan);
        std::printf("%4zu KiB: engine %.3f of the loop's pace (loop against itself %.3f)\n", block >> 10U,
                    orbita, itself);
        good = good && orbita >= 0.97;
    }
    return good ? 0 : 1;
}
