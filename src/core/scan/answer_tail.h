// SPDX-License-Identifier: GPL-3.0-or-later
// The latest answers of a running scan, one by one, for those who watch: written by the engine, read at any
// pace by any number of viewers.
#pragma once

#include "core/base/mutex.h"
#include "core/plate/cell.h"

#include <cstdint>
#include <span>
#include <vector>

namespace orbita {

// What one block came to when it was answered, or given up.
struct AnswerSeen {
    std::uint64_t block = 0;
    Cell cell;

    friend bool operator==(const AnswerSeen&, const AnswerSeen&) = default;
};

class AnswerTail {
public:
    static constexpr std::size_t most = 1U << 16U;
    static constexpr std::size_t mostLate = 1U << 12U;

    void add(std::span<const AnswerSeen> answers);

    struct News {
        std::uint64_t next = 0; // to be asked from the next time
        // Answers since, in order. Where there were more than are kept, those late or worse among the oldest
        // come first, and `passedOver` says how many others are not in here.
        std::vector<AnswerSeen> answers;
        std::uint64_t passedOver = 0;
    };
    // What came since `from`; 0: from the beginning.
    [[nodiscard]] News since(std::uint64_t from) const;

private:
    struct Late {
        std::uint64_t number;
        AnswerSeen answer;
    };
    mutable Mutex m_mutex;
    std::vector<AnswerSeen> m_ring GUARDED_BY(m_mutex); // the answer with number n at n % most
    std::vector<Late> m_late GUARDED_BY(m_mutex);       // the nth of these at n % mostLate
    std::uint64_t m_count GUARDED_BY(m_mutex) = 0;
    std::uint64_t m_lateCount GUARDED_BY(m_mutex) = 0;
};

} // namespace orbita
