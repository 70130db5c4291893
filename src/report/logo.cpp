// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/logo.h"

#include "core/base/read_file.h"

#include <QBuffer>
#include <QImageReader>

namespace orbita {

namespace {

constexpr std::uint64_t mostLogoBytes = 8U << 20U;
constexpr int mostLogoSide = 8192; // as its file says; pixels
constexpr int logoHeight = 144;    // three times what it is shown at

} // namespace

Result<QImage> loadLogo(const std::string& path) {
    const auto bytes = readWholeFile(path, "the logo", mostLogoBytes);
    if (!bytes)
        return tl::unexpected(bytes.error());
    QByteArray data = QByteArray::fromStdString(*bytes);
    QBuffer buffer(&data);
    buffer.open(QIODevice::ReadOnly);
    QImageReader reader(&buffer);
    // Before any memory is taken for it.
    const QSize size = reader.size();
    if (!reader.canRead() || size.isEmpty() || size.width() > mostLogoSide || size.height() > mostLogoSide)
        return tl::unexpected(Error{Error::Kind::badCall, "reading the logo", path,
                                    "it is no picture that can be read, or one that is too large",
                                    "Name a PNG or JPEG of at most 8192 pixels a side."});
    if (size.height() > logoHeight)
        reader.setScaledSize(size.scaled(QSize(4 * logoHeight, logoHeight), Qt::KeepAspectRatio));
    QImage image = reader.read();
    if (image.isNull())
        return tl::unexpected(Error{Error::Kind::badCall, "reading the logo", path,
                                    Phrase::verbatim(reader.errorString().toStdString()),
                                    "Name a PNG or JPEG that opens elsewhere."});
    return image;
}

} // namespace orbita
