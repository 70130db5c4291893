// SPDX-License-Identifier: GPL-3.0-or-later
// What may take a while, or whose disk may hang, on another thread than the interface's.
#pragma once

#include <QCoreApplication>
#include <QPointer>
#include <QThreadPool>
#include <utility>

namespace orbita::app {

// Calls `done` with what `work` returns, in the interface's thread, unless `receiver` is gone by then.
template <class Work, class Done>
void inBackground(QObject* receiver, Work work, Done done) {
    QThreadPool::globalInstance()->start(
        [to = QPointer<QObject>(receiver), work = std::move(work), done = std::move(done)]() mutable {
            auto result = work();
            // Whether the receiver is still there is asked in its own thread.
            QMetaObject::invokeMethod(
                QCoreApplication::instance(),
                [to = std::move(to), done = std::move(done), result = std::move(result)]() mutable {
                    if (to)
                        done(std::move(result));
                },
                Qt::QueuedConnection);
        });
}

} // namespace orbita::app
