// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/casebook/casebook_reader.h"

#include "report/words.h"
#include "store/drive_life_in.h"

namespace orbita::app {

CasebookReader::CasebookReader(CasebookKeeper& keeper, QObject* parent)
    : QObject(parent), m_keeper(keeper), m_mail(std::make_shared<Mailbox>(this, [this] { takeMail(); })) {}

CasebookReader::~CasebookReader() {
    m_mail->bell.unplug();
}

void CasebookReader::search(const CaseFilter& filter) {
    m_keeper.post([mail = m_mail, filter, number = ++m_mail->latestSearch](Casebook& casebook) {
        if (number != mail->latestSearch)
            return; // something else is looked for by now
        auto hits = casebook.search(filter);
        {
            const MutexLock lock(mail->mutex);
            if (hits)
                mail->hits = std::move(*hits);
            else
                mail->error = hits.error();
        }
        mail->bell.ring();
    });
}

void CasebookReader::open(std::int64_t drive) {
    m_keeper.post([mail = m_mail, drive, number = ++m_mail->latestOpen](Casebook& casebook) {
        if (number != mail->latestOpen)
            return;
        auto life = driveLifeIn(casebook, drive);
        auto scans = casebook.scans(drive);
        {
            const MutexLock lock(mail->mutex);
            if (life && scans)
                mail->life = KnownLife{drive, std::move(*life), std::move(*scans)};
            else
                mail->error = life ? scans.error() : life.error();
        }
        mail->bell.ring();
    });
}

void CasebookReader::ask(std::function<QString(Casebook&)> task) {
    m_keeper.post([mail = m_mail, task = std::move(task)](Casebook& casebook) {
        QString answer = task(casebook);
        {
            const MutexLock lock(mail->mutex);
            mail->answers.push_back(std::move(answer));
        }
        mail->bell.ring();
    });
}

void CasebookReader::takeMail() {
    std::optional<CasebookHits> hits;
    std::optional<KnownLife> life;
    std::vector<QString> answers;
    std::optional<Error> error;
    {
        const MutexLock lock(m_mail->mutex);
        std::swap(hits, m_mail->hits);
        std::swap(life, m_mail->life);
        std::swap(answers, m_mail->answers);
        std::swap(error, m_mail->error);
    }
    if (hits)
        emit found(*hits);
    if (life)
        emit opened(*life);
    for (const QString& answer : answers)
        emit answered(answer);
    if (error)
        emit failed(words::error(*error));
}

} // namespace orbita::app
