// SPDX-License-Identifier: GPL-3.0-or-later
// Drives whose damage was made on purpose in one of eight shapes: what a judge of shapes is tried on. It
// shares no number with what is tried.
#pragma once

#include "core/base/span_set.h"
#include "core/judge/evidence/damage_shape.h"

#include <cmath>
#include <random>

namespace orbita::test {

class DamagedDrives {
public:
    explicit DamagedDrives(std::uint64_t seed) : m_random(seed) {}

    // One of `shape`, of 250 GB to 20 TB, read whole.
    DamagePlaces make(DamageShape shape) {
        m_places = {};
        m_damage.clear();
        m_before.clear();
        m_places.logicalBytes = m_random() % 4 == 0 ? 4096 : 512;
        const double bytes = std::exp(between(std::log(250e9), std::log(20e12)));
        m_places.capacity = SectorCount{static_cast<std::uint64_t>(bytes / m_places.logicalBytes)};
        m_places.read = {{Lba{0}, m_places.capacity}};
        switch (shape) {
        case DamageShape::none:
            break;
        case DamageShape::singleSpots:
            for (int n = static_cast<int>(between(1, 11)); n > 0; --n)
                spot(between(0, 1), 1, 64);
            break;
        case DamageShape::onePatch:
            scratch(between(0, 0.95), std::exp(between(std::log(2e6), std::log(1e9))), between(0, 1) < 0.5);
            break;
        case DamageShape::severalPatches:
            for (int n = static_cast<int>(between(2, 8)); n > 0; --n)
                scratch((n - 1 + between(0.1, 0.8)) / 8, between(2e6, 300e6), true);
            break;
        case DamageShape::band:
            band();
            break;
        case DamageShape::regular:
            weakHead();
            break;
        case DamageShape::allOver: {
            const double lean = between(0.6, 1.6); // denser towards one end
            for (int n = static_cast<int>(std::exp(between(std::log(50), std::log(3000)))); n > 0; --n)
                spot(std::pow(between(0, 1), lean), 1, 200);
            break;
        }
        case DamageShape::growingEdge:
            growing();
            break;
        }
        m_places.damage = m_damage.spans();
        return m_places;
    }

private:
    double between(double from, double to) {
        return from + (to - from) * static_cast<double>(m_random() >> 11U) * 0x1.0p-53;
    }
    // Physical sectors of 4 KiB.
    [[nodiscard]] LbaSpan at(double byte, std::uint64_t pieces) const {
        const std::uint64_t each = 4096 / m_places.logicalBytes;
        const auto first = static_cast<std::uint64_t>(std::max(0.0, byte)) / 4096 * each;
        return intersection({Lba{first}, SectorCount{pieces * each}}, {Lba{0}, m_places.capacity});
    }
    [[nodiscard]] double driveBytes() const {
        return static_cast<double>(m_places.capacity.value) * m_places.logicalBytes;
    }
    void add(SpanSet& to, double byte, std::uint64_t pieces) {
        if (const LbaSpan span = at(byte, pieces); !span.empty())
            to.add(span);
    }
    // `least` to `most` logical sectors of 512 bytes.
    void spot(double where, double least, double most) {
        add(m_damage, where * driveBytes(), static_cast<std::uint64_t>(std::ceil(between(least, most) / 8)));
    }
    // Neighbouring tracks: one run, or many with gaps.
    void scratch(double where, double bytes, bool broken) {
        const double from = where * driveBytes();
        if (!broken) {
            add(m_damage, from, static_cast<std::uint64_t>(bytes / 4096));
            return;
        }
        for (int n = static_cast<int>(between(15, 300)); n > 0; --n)
            add(m_damage, from + between(0, bytes), static_cast<std::uint64_t>(between(1, 60)));
    }
    void band() {
        const double width = std::exp(between(std::log(0.02), std::log(0.3)));
        const double from = between(0, 1 - width);
        for (int n = static_cast<int>(between(25, 800)); n > 0; --n)
            spot(from + between(0, 1) * width, 1, 200);
        if (between(0, 1) < 0.3)
            spot(between(0, 1), 1, 8);
    }
    // One of 2 to 10 heads: its stripes come round again, narrower in zones further in. Not each is damaged.
    void weakHead() {
        const double heads = std::floor(between(2, 11));
        const double stripe = std::exp(between(std::log(20e6), std::log(400e6)));
        const double often = between(0.25, 1);
        const double head = std::floor(between(0, heads));
        const double fromShare = between(0, 1) < 0.3 ? between(0, 0.5) : 0;
        const double toShare = between(0, 1) < 0.3 ? between(fromShare + 0.4, 1) : 1;
        const double zones = std::floor(between(6, 24));
        double at = 0;
        for (int n = 0; at < driveBytes(); ++n) {
            const double zone = std::floor(at / driveBytes() * zones);
            const double wide = stripe * (1 - 0.5 * zone / zones);
            const double begin = at + wide * head;
            at += wide * heads;
            const double share = begin / driveBytes();
            if (share < fromShare || share > toShare || between(0, 1) > often)
                continue;
            for (int k = static_cast<int>(between(1, 4)); k > 0; --k)
                add(m_damage, begin + between(0, 1) * wide, static_cast<std::uint64_t>(between(1, 20)));
        }
    }
    void growing() {
        const double bytes = std::exp(between(std::log(5e6), std::log(800e6)));
        const double from = between(0.05, 0.9) * driveBytes();
        for (int n = static_cast<int>(between(10, 120)); n > 0; --n)
            add(m_before, from + between(0, bytes), static_cast<std::uint64_t>(between(1, 40)));
        for (const LbaSpan& span : m_before.spans())
            m_damage.add(span);
        const double grown = between(0.25, 0.9) * bytes;
        const bool inwards = between(0, 1) < 0.5;
        for (int n = static_cast<int>(between(10, 120)); n > 0; --n)
            add(m_damage, inwards ? from + bytes + between(0, 1) * grown : from - between(0, 1) * grown,
                static_cast<std::uint64_t>(between(1, 40)));
        m_places.damageBefore = m_before.spans();
        m_places.readBefore = m_places.read;
    }

    std::mt19937_64 m_random;
    DamagePlaces m_places;
    SpanSet m_damage;
    SpanSet m_before;
};

} // namespace orbita::test
