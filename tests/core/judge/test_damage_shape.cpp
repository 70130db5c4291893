// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/damaged_drives.h"
#include "support/test_program.h"

namespace test_damage_shape {

using namespace orbita;

constexpr std::array shapes = {DamageShape::none,           DamageShape::singleSpots, DamageShape::onePatch,
                               DamageShape::severalPatches, DamageShape::band,        DamageShape::regular,
                               DamageShape::allOver,        DamageShape::growingEdge};
constexpr std::size_t drivesOfEach = 50;

DamagePlaces placesOf(std::uint64_t gigabytes, const std::vector<LbaSpan>& damage) {
    DamagePlaces places;
    places.capacity = SectorCount{gigabytes * 1'000'000'000 / 512};
    places.damage = damage;
    places.read = {{Lba{0}, places.capacity}};
    return places;
}

class TestDamageShape : public QObject {
    Q_OBJECT
private slots:
    // 400 drives that no constant was chosen by: at least nine in ten right, and none of the wrong ones told
    // as sure but one in fifty. "Not sure" counts as not right.
    void eightShapesAreTold() {
        std::size_t right = 0;
        std::size_t unsure = 0;
        std::size_t surelyWrong = 0;
        QByteArray table;
        for (const DamageShape shape : shapes) {
            std::array<std::size_t, shapes.size()> told{};
            for (std::size_t n = 0; n < drivesOfEach; ++n) {
                const ShapeFound found = shapeOf(
                    test::DamagedDrives(firstSeed() + n * 16 + static_cast<std::size_t>(shape)).make(shape));
                ++told[static_cast<std::size_t>(found.shape)];
                if (found.sureness == Sureness::notSure)
                    ++unsure;
                else if (found.shape == shape)
                    ++right;
                else if (found.sureness == Sureness::sure)
                    ++surelyWrong;
            }
            table += damageShapeName(shape).data();
            for (const std::size_t count : told)
                table += ' ' + QByteArray::number(static_cast<qulonglong>(count));
            table += '\n';
        }
        const std::size_t drives = shapes.size() * drivesOfEach;
        const QByteArray sums = QByteArray::number(static_cast<qulonglong>(right)) + " right, " +
                                QByteArray::number(static_cast<qulonglong>(unsure)) + " not sure, " +
                                QByteArray::number(static_cast<qulonglong>(surelyWrong)) + " surely wrong\n";
        if (qEnvironmentVariableIsSet("ORBITA_TELL"))
            qInfo("%s%s", table.constData(), sums.constData());
        QVERIFY2(right * 10 >= drives * 9, table + sums);
        QVERIFY2(surelyWrong * 50 <= drives, table + sums);
    }

    void whatIsKnownOfAPartIsNotSure() {
        DamagePlaces places = placesOf(4000, {{Lba{1'000'000}, SectorCount{8}}});
        QCOMPARE(shapeOf(places).sureness, Sureness::sure);
        places.read = {{Lba{0}, SectorCount{places.capacity.value / 2}}};
        QCOMPARE(shapeOf(places).sureness, Sureness::likely);
        places.read = {{Lba{0}, SectorCount{places.capacity.value / 10}}};
        QCOMPARE(shapeOf(places).sureness, Sureness::notSure);
        places.damage.clear();
        QCOMPARE(shapeOf(places).shape, DamageShape::none);
        QCOMPARE(shapeOf(places).sureness, Sureness::notSure);
    }

    void growthNeedsThatItWasReadBefore() {
        DamagePlaces places =
            placesOf(4000, {{Lba{1'000'000'000}, SectorCount{400}}, {Lba{1'000'000'400}, SectorCount{400}}});
        places.damageBefore = {{{Lba{1'000'000'000}, SectorCount{400}}}};
        QCOMPARE(shapeOf(places).shape, DamageShape::onePatch);
        places.readBefore = places.read;
        QCOMPARE(shapeOf(places).shape, DamageShape::growingEdge);
        QCOMPARE(shapeOf(places).where, (LbaSpan{Lba{1'000'000'000}, SectorCount{800}}));
        // What lies within its old extent has not spread.
        places.damageBefore = {{{Lba{1'000'000'000}, SectorCount{8}}, {Lba{1'000'000'792}, SectorCount{8}}}};
        QCOMPARE(shapeOf(places).shape, DamageShape::onePatch);
    }

    void theDistanceThatRecursIsTold() {
        std::vector<LbaSpan> damage;
        for (std::uint64_t n = 0; n < 60; ++n)
            damage.push_back({Lba{5'000 + n * 100'000'000}, SectorCount{8}});
        const ShapeFound found = shapeOf(placesOf(4000, damage));
        QCOMPARE(found.shape, DamageShape::regular);
        QVERIFY(std::abs(static_cast<double>(found.spacing.value) / 1e8 - 1) < 0.02);
    }

    void smallestAndLargestDrives() {
        DamagePlaces nothing;
        QCOMPARE(shapeOf(nothing).shape, DamageShape::none);
        DamagePlaces one = nothing;
        one.capacity = SectorCount{8};
        one.read = {{Lba{0}, SectorCount{8}}};
        one.damage = {{Lba{7}, SectorCount{1}}};
        QCOMPARE(shapeOf(one).shape, DamageShape::singleSpots);
        DamagePlaces all = placesOf(20'000, {{Lba{0}, SectorCount{20'000ULL * 1'000'000'000 / 512}}});
        QCOMPARE(shapeOf(all).shape, DamageShape::allOver);
    }

private:
    static std::uint64_t firstSeed() {
        bool given = false;
        const qulonglong seed = qEnvironmentVariable("ORBITA_SHAPES_FIRST").toULongLong(&given);
        return given ? seed : 4'000'000; // drives that were looked at only once all was chosen
    }
};

ORBITA_TEST(TestDamageShape)

} // namespace test_damage_shape

#include "test_damage_shape.moc"
