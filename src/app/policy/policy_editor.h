// SPDX-License-Identifier: GPL-3.0-or-later
// A house policy to be edited, with what each change would make of the drive in view and of everything that
// was ever ruled. Not modal.
#pragma once

#include "app/policy/limits_model.h"
#include "app/policy/rules_form.h"
#include "app/policy/trial_panel.h"
#include "app/visit/casebook_keeper.h"
#include "app/visit/doorbell.h"
#include "core/inventory/place.h"

#include <QDialog>
#include <QLineEdit>
#include <QPushButton>
#include <QStackedWidget>
#include <QTableView>
#include <QTableWidget>
#include <QTimer>

namespace orbita::app {

class PolicyEditor final : public QDialog {
    Q_OBJECT
public:
    // `evidence`: of the drive in view; null: none yet. `keeper` must outlive it; null: there is no casebook.
    // `rules`: where a file may not land.
    PolicyEditor(HousePolicy policy, const Evidence* evidence, CasebookKeeper* keeper, PlaceRules rules,
                 QWidget* parent = nullptr);
    ~PolicyEditor() override;

    // As it stands in the editor; errors as of parsePolicy().
    [[nodiscard]] Result<HousePolicy> edited() const;

signals:
    // It has been written as the house policy, and is to be in force.
    void made(const orbita::HousePolicy& policy);
    void told(const QString& text);

private:
    QWidget* makeTabs();
    QWidget* makeFirmware();
    QTableView* makeTable(LimitsModel* model, const QString& name);
    void fill(const HousePolicy& policy);
    void askPast(CasebookKeeper& keeper);
    void refresh();
    void makeHouse();
    void saveAs();
    void write(const HousePolicy& policy, const std::string& path, bool asHouse);
    void written(const std::string& path, const Result<HousePolicy>& policy, bool asHouse);

    HousePolicy m_before; // as it was opened
    PlaceRules m_placeRules;
    std::optional<Evidence> m_evidence;
    QLineEdit* m_name;
    QLineEdit* m_about;
    LimitsModel* m_surface;
    LimitsModel* m_counters;
    std::vector<Measured> m_surfaceRows;
    std::vector<ReadingKind> m_counterRows;
    RulesForm* m_rules;
    QTableWidget* m_firmware;
    TrialPanel* m_trial;
    QLabel* m_answer;
    QPushButton* m_make;
    QPushButton* m_save;
    QPushButton* m_back;
    QTimer m_soon; // typing is not tried letter by letter
    struct Mail {
        Mail(QObject* whose, std::function<void()> take) : bell(whose, std::move(take)) {}
        Doorbell bell; // rung after something was put in
        Mutex mutex;
        std::optional<Result<std::vector<PastRuling>>> past GUARDED_BY(mutex);
    };
    std::shared_ptr<Mail> m_mail; // shared with a task that may outlive this
};

} // namespace orbita::app
