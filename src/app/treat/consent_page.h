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
        places,  // of the plan
        goOn,    // with a treatment that was broken off
        along,   // what a scan finds, as it goes
        refresh, // the drive, or what reads late of it
        goOnRefreshing,
    };
    About about = About::places;
    TreatmentPlan plan; // of the latter, only its steps
    TreatmentAdvised advised;
    RefreshProposal refreshing; // of the last two; of goOnRefreshing, its plan is the whole one
};

class ConsentPage final : public QWidget {
    Q_OBJECT
public:
    explicit ConsentPage(QWidget* parent = nullptr);

    void ask(const DriveController& controller, const ConsentQuestion& question);
    // While the drive is asked nothing can be pressed.
    void setAsking(bool asking);
    void refuse(const Error& error);
    // Of a refresh: all of it, not only what is late.
    [[nodiscard]] bool wantsWhole() const { return m_whole->isChecked(); }

signals:
    void agreed(const QString& confirmation);
    void declined();

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    void allow();
    void askWhat(const DriveController& controller, const ConsentQuestion& question);
    void sayRefresh();
    static QString titleOf(ConsentQuestion::About about);

    ConsentQuestion m_question;
    DriveIdentity m_identity;
    QLabel* m_title;
    QLabel* m_drive;
    QLabel* m_facts;
    QLabel* m_what;
    QWidget* m_scope;
    QPushButton* m_whole;
    QPushButton* m_late;
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
