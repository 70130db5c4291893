// SPDX-License-Identifier: GPL-3.0-or-later
// The files that a casebook is made of.
#pragma once

#include "core/inventory/place.h"

#include <QString>

namespace orbita {

// With what SQLite has not yet moved into it. False where it cannot be.
bool copyWithJournal(const QString& from, const QString& to);

// A place for a casebook of its own: a copy, or an exported case. Errors: as of judgePlace(); something is
// there.
Result<FilePlace> placeForCopy(const std::string& path);

// A file that comes to be at a place under another name first, and takes its own once it is durable. Left
// alone before, no trace of it stays.
class UnfinishedFile {
public:
    explicit UnfinishedFile(const FilePlace& place);
    ~UnfinishedFile();
    UnfinishedFile(const UnfinishedFile&) = delete;
    UnfinishedFile& operator=(const UnfinishedFile&) = delete;

    // Makes it, empty and private. Errors: as the system reports them.
    Result<void> make();
    [[nodiscard]] const std::string& path() const { return m_path; }
    // Errors: as the system reports them; something has come to that place meanwhile.
    Result<void> finish();

private:
    const FilePlace& m_place;
    std::string m_name;
    std::string m_path;
    bool m_made = false;
};

} // namespace orbita
