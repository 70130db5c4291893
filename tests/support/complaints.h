// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QStringList>

namespace orbita::test {

// What is not as it must be with one drive, one after the other; the first few say enough.
class Complaints {
public:
    template <class... Args>
    void add(const char* words, const Args&... args) {
        if (m_list.size() < 6)
            m_list << QString::asprintf(words, args...);
    }
    [[nodiscard]] QString text() const { return m_list.join(QStringLiteral("; ")); }

private:
    QStringList m_list;
};

// For words with %llu.
inline unsigned long long n(std::uint64_t number) {
    return number;
}

} // namespace orbita::test
