// SPDX-License-Identifier: GPL-3.0-or-later
// What is said to a person, as a sentence with places for what differs: the core says it in English, and the
// window can still say it in another language.
#pragma once

#include <string>
#include <string_view>
#include <vector>

namespace orbita {

class Phrase {
public:
    Phrase() = default;
    // As it stands; also what a system or a drive has said.
    Phrase(const char* text) : m_text(text) {}
    Phrase(std::string text) : m_text(std::move(text)) {}
    // Each "{}" stands for one of `values`, in order: Phrase("no answer within {} s", {"20"}).
    Phrase(const char* text, std::vector<std::string> values) : m_text(text), m_values(std::move(values)) {}
    Phrase(std::string text, std::vector<std::string> values)
        : m_text(std::move(text)), m_values(std::move(values)) {}

    // The sentence without its values, by which it is looked up in another language.
    [[nodiscard]] const std::string& pattern() const { return m_text; }
    [[nodiscard]] const std::vector<std::string>& values() const { return m_values; }
    [[nodiscard]] bool empty() const { return m_text.empty(); }
    // In English, whole.
    [[nodiscard]] std::string text() const { return filled(m_text); }
    // `pattern`, the sentence in another language, with the values in their places.
    [[nodiscard]] std::string filled(std::string_view pattern) const;

    friend bool operator==(const Phrase&, const Phrase&) = default;

private:
    std::string m_text;
    std::vector<std::string> m_values;
};

} // namespace orbita
