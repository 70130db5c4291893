// SPDX-License-Identifier: GPL-3.0-or-later
// The last question before anything is written: which drive, what is on it, what is written, what may be
// lost. Asked again, with the reason, where the gate refuses.
#pragma once

#include "app/treat/destroys_frame.h"
#include "app/treat/proposal.h"

#include <QLineEdit>
#include <QPushButton>

namespace orbita::app {

// What is asked for.
struct ConsentQuestion {
    enum class About : std::uint8_t {
        places, // of the plan
        goOn,   // with a treatment that was broken off
        along,  // what a scan finds, as it goes
    };
    About about = About::places;
    TreatmentPlan plan; // of the latter, only its steps
    TreatmentAdvised advised;
};

class ConsentPage final : public QWidget {
    Q_OBJECT
public:
    explicit ConsentPage(QWidget* parent = nullptr);

    void ask(const DriveController& controller, const ConsentQuestion& question);
    // While the drive is asked nothing can be pressed.
    void setAsking(bool asking);
    void refuse(const Error& error);

signals:
    void agreed(const QString& confirmation);
    void declined();

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    void allow();

    QLabel* m_title;
    QLabel* m_drive;
    QLabel* m_facts;
    QLabel* m_what;
    DestroysFrame* m_destroys;
    DestroysFrame* m_against;
    QLabel* m_asked;
    QLineEdit* m_confirmation;
    QLabel* m_refusal;
    QPushButton* m_leave;
    QPushButton* m_write;
    bool m_asking = false;
};

} // namespace orbita::app
