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
    // A sentence of ours. One that was put together beforehand could not be looked up: what differs is a
    // value.
    Phrase(const char* text) : m_text(text) {}
    // Each "{}" stands for one of `values`, in order: Phrase("no answer within {} s", {"20"}).
    Phrase(const char* text, std::vector<std::string> values) : m_text(text), m_values(std::move(values)) {}
    // A text that is in no language of ours: what a system, a library or a drive has said, a name.
    static Phrase verbatim(std::string text) { return received(std::move(text), {}); }
    // As another part of Orbita has told it.
    static Phrase received(std::string pattern, std::vector<std::string> values) {
        Phrase phrase;
        phrase.m_text = std::move(pattern);
        phrase.m_values = std::move(values);
        return phrase;
    }

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
