// SPDX-License-Identifier: GPL-3.0-or-later
// What the casebook answers to whoever looks into it, asked on its own thread.
#pragma once

#include "app/visit/casebook_keeper.h"
#include "app/visit/doorbell.h"
#include "core/base/mutex.h"
#include "core/judge/life/drive_life.h"

#include <QObject>
#include <atomic>
#include <optional>

namespace orbita::app {

struct KnownLife {
    std::int64_t drive = 0;
    DriveLife life;
    std::vector<KeptScan> scans; // newest first
};

class CasebookReader final : public QObject {
    Q_OBJECT
public:
    explicit CasebookReader(CasebookKeeper& keeper, QObject* parent = nullptr);
    ~CasebookReader() override;

    // Of several searches only the latest is answered; likewise of open().
    void search(const CaseFilter& filter);
    void open(std::int64_t drive);
    // Anything else; what it returns is told, in words for a person.
    void ask(std::function<QString(Casebook&)> task);

signals:
    void found(const orbita::CasebookHits& hits);
    void opened(const orbita::app::KnownLife& life);
    void answered(const QString& text);
    void failed(const QString& why);

private:
    struct Mailbox {
        Mailbox(QObject* whose, std::function<void()> take) : bell(whose, std::move(take)) {}
        Doorbell bell; // rung after something was put in
        std::atomic<int> latestSearch = 0;
        std::atomic<int> latestOpen = 0;
        Mutex mutex;
        std::optional<CasebookHits> hits GUARDED_BY(mutex);
        std::optional<KnownLife> life GUARDED_BY(mutex);
        std::vector<QString> answers GUARDED_BY(mutex);
        std::optional<Error> error GUARDED_BY(mutex);
    };
    void takeMail();

    CasebookKeeper& m_keeper;
    std::shared_ptr<Mailbox> m_mail; // shared with tasks that may outlive this
};

} // namespace orbita::app
