// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/own_format.h"

#include "core/base/descriptor.h"

#include <array>
#include <fcntl.h>
#include <nlohmann/json.hpp>
#include <streambuf>
#include <string_view>
#include <sys/stat.h>
#include <unistd.h>

namespace orbita {

namespace {

// Reads at places of its own, and leaves the descriptor's alone.
class ReadingBuffer final : public std::streambuf {
public:
    explicit ReadingBuffer(int file) : m_file(file) {}

protected:
    int_type underflow() override {
        const ssize_t n = pread(m_file, m_piece.data(), m_piece.size(), m_at);
        if (n <= 0)
            return traits_type::eof();
        m_at += n;
        setg(m_piece.data(), m_piece.data(), m_piece.data() + n);
        return traits_type::to_int_type(*gptr());
    }

private:
    int m_file;
    off_t m_at = 0;
    std::array<char, 16'384> m_piece{};
};

// Ends the parsing (by false) at the outermost object's "format", or where the document is no object.
class FormatKey final : public nlohmann::json_sax<nlohmann::json> {
public:
    std::string format;

    bool key(string_t& name) override {
        m_wanted = m_depth == 1 && name == "format";
        return true;
    }
    bool string(string_t& value) override {
        if (m_wanted)
            format = value;
        return other();
    }
    bool start_object(std::size_t) override { return inner(); }
    bool start_array(std::size_t) override { return m_depth > 0 && inner(); }
    bool end_object() override { return --m_depth > 0; }
    bool end_array() override { return --m_depth > 0; }
    bool null() override { return other(); }
    bool boolean(bool) override { return other(); }
    bool number_integer(number_integer_t) override { return other(); }
    bool number_unsigned(number_unsigned_t) override { return other(); }
    bool number_float(number_float_t, const string_t&) override { return other(); }
    bool binary(binary_t&) override { return other(); }
    bool parse_error(std::size_t, const std::string&, const nlohmann::detail::exception&) override {
        return false;
    }

private:
    [[nodiscard]] bool other() const { return m_depth > 0 && !m_wanted; }
    bool inner() { return !m_wanted && ++m_depth > 0; }

    int m_depth = 0;
    bool m_wanted = false;
};

// SQLite's own header, and at byte 68 whose the file is (its "application id").
bool isCasebook(int file) {
    std::array<char, 72> head{};
    return pread(file, head.data(), head.size(), 0) == static_cast<ssize_t>(head.size()) &&
           std::string_view(head.data(), 15) == "SQLite format 3" &&
           std::string_view(head.data() + 68, 4) == "ORBC";
}

} // namespace

std::string ownFormatOf(int file) {
    struct stat status {};
    if (fstat(file, &status) != 0 || !S_ISREG(status.st_mode))
        return {};
    if (isCasebook(file))
        return "orbita-casebook";
    ReadingBuffer reading(file);
    std::istream stream(&reading);
    FormatKey found;
    nlohmann::json::sax_parse(stream, &found, nlohmann::json::input_format_t::json, false);
    return found.format.starts_with("orbita-") ? found.format : std::string{};
}

std::string ownFormatOf(const std::string& path) {
    const Descriptor file(open(path.c_str(), O_RDONLY | O_NONBLOCK | O_CLOEXEC));
    return file ? ownFormatOf(file.get()) : std::string{};
}

} // namespace orbita
