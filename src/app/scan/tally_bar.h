// SPDX-License-Identifier: GPL-3.0-or-later
// How many blocks of each grade, with shape and colour: the legend of the plate. Each is a button that lets
// only its grade stand out.
#pragma once

#include "app/rack/drive_controller.h"
#include "app/scan/lens.h"

#include <QAbstractButton>

namespace orbita::app {

class TallyButton final : public QAbstractButton {
    Q_OBJECT
public:
    explicit TallyButton(Grade grade, QWidget* parent = nullptr);
    [[nodiscard]] Grade grade() const { return m_grade; }
    void setCount(std::uint64_t count);
    void setMeaning(const QString& meaning);
    [[nodiscard]] QSize sizeHint() const override;
    // Where there is no room the name is cut short, never the number.
    [[nodiscard]] QSize minimumSizeHint() const override;

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    Grade m_grade;
    std::uint64_t m_count = 0;
};

class TallyBar final : public QWidget {
    Q_OBJECT
public:
    explicit TallyBar(Lens& lens, QWidget* parent = nullptr);
    void setController(const DriveController* controller);
    void refresh();

private:
    Lens& m_lens;
    const DriveController* m_controller = nullptr;
    std::vector<TallyButton*> m_buttons;
};

} // namespace orbita::app
