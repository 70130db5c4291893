// SPDX-License-Identifier: GPL-3.0-or-later
// Redrawing the plate: the whole drive and single blocks, of a plate of many million blocks that is being
// written.
#include "core/base/clock.h"
#include "report/plate_marks.h"

#include <QGuiApplication>
#include <cstdio>
#include <cstdlib>

using namespace orbita;

int main(int argc, char** argv) {
    qputenv("QT_QPA_PLATFORM", "offscreen");
    const QGuiApplication application(argc, argv);
    const std::uint64_t blocks = argc > 1 ? std::strtoull(argv[1], nullptr, 10) : 300'000'000;
    auto plate = std::make_shared<Plate>(blocks);
    std::uint64_t random = 1;
    for (std::uint64_t b = 0; b < blocks; ++b) {
        random = random * 6364136223846793005ULL + 1442695040888963407ULL;
        const Grade grade = random >> 44U == 0   ? Grade::unreadable
                            : random >> 52U == 0 ? Grade::late
                                                 : Grade::steady;
        plate->set(b, {grade, Standing::once, static_cast<LatencyCode>(900 + (random >> 60U))});
    }
    plate->settle(0, blocks);
    const Palette palette(ColourScheme::dark);
    const MonotonicClock clock;
    QImage frame(712, 352, QImage::Format_RGB32);
    bool good = true;
    for (std::uint64_t count = blocks; count >= 64; count /= 64) {
        const RasterView view{(blocks - count) / 2, count, 178, 88};
        PlateRaster raster;
        const Nanoseconds a = clock.now();
        raster.update(plate, view, palette);
        const Nanoseconds b = clock.now();
        // One frame of a scan at a million blocks a second: 25 000 more have been read.
        plate->settle(view.first + count / 2, std::min<std::uint64_t>(25'000, count / 2));
        const Nanoseconds c = clock.now();
        raster.update(plate, view, palette);
        QPainter painter(&frame);
        paintPlate(painter, frame.rect(), raster, palette);
        painter.end();
        const Nanoseconds d = clock.now();
        std::printf("%12llu blocks in view: drawn anew %6.2f ms, one frame of a running scan %6.2f ms\n",
                    static_cast<unsigned long long>(count), toMilliseconds(b - a), toMilliseconds(d - c));
        good = good && toMilliseconds(d - c) <= 16;
    }
    return good ? 0 : 1;
}
