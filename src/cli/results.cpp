// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/results.h"

#include "core/image/saved_image.h"
#include "report/ledger_csv.h"
#include "report/plate_picture.h"
#include "report/text_report.h"
#include "store/scan_file.h"

#include <QBuffer>
#include <cerrno>
#include <unistd.h>

namespace orbita::cli {

namespace {

constexpr std::string_view standardOutput = "-";

Result<void> write(const std::string& path, const std::string& content, const PlaceRules& rules) {
    if (path != standardOutput)
        return saveFile(path, content, rules);
    if (const int error = writeAll(STDOUT_FILENO, std::as_bytes(std::span(content))); error != 0)
        return tl::unexpected(systemError("writing to", "standard output", error));
    return {};
}

std::string pictureOf(const ScanRecord& record) {
    QBuffer png;
    png.open(QIODevice::WriteOnly);
    platePicture(record, Palette(ColourScheme::dark)).save(&png, "PNG");
    return png.data().toStdString();
}

} // namespace

bool ResultPlaces::toStandardOutput() const {
    return csv == standardOutput || report == standardOutput || plate == standardOutput ||
           json == standardOutput;
}

Result<void> checkPlaces(const ResultPlaces& places, const std::string& save, const PlaceRules& rules) {
    struct Wanted {
        std::string path;
        FilePlace place;
    };
    std::vector<Wanted> wanted;
    int onOutput = 0;
    const auto take = [&](const std::string& path, PlaceFor purpose) -> Result<void> {
        if (path.empty())
            return {};
        if (path == standardOutput) {
            if (++onOutput > 1)
                return tl::unexpected(Error{Error::Kind::badCall, "writing to", "standard output",
                                            "more than one result is to go there",
                                            "Name a file for all but one."});
            return {};
        }
        PlaceRules own = rules;
        own.purpose = purpose;
        auto place = judgePlace(path, own);
        if (!place)
            return tl::unexpected(place.error());
        for (const Wanted& other : wanted)
            if (samePlace(other.place, *place))
                return tl::unexpected(Error{Error::Kind::badCall, "writing to", path,
                                            Phrase("another result of this call is to be {}", {other.path}),
                                            "Name a file of its own for each; nothing has been scanned."});
        wanted.push_back({path, std::move(*place)});
        return {};
    };
    if (!save.empty()) {
        if (auto fine = take(save, PlaceFor::image); !fine)
            return fine;
        if (auto fine = take(imageMapPath(save), PlaceFor::record); !fine)
            return fine;
    }
    for (const std::string& path : {places.json, places.csv, places.report, places.plate})
        if (auto fine = take(path, PlaceFor::result); !fine)
            return fine;
    return {};
}

std::vector<Error> writeResults(const ResultPlaces& places, const ScanRecord& record,
                                const PlaceRules& rules) {
    std::vector<Error> failed;
    const auto note = [&](const Result<void>& written) {
        if (!written)
            failed.push_back(written.error());
    };
    if (!places.json.empty() && places.json != standardOutput)
        note(saveScan(places.json, record, rules));
    if (!places.csv.empty())
        note(write(places.csv, ledgerCsv(record), rules));
    if (!places.report.empty())
        note(write(places.report, textReport(record).toStdString(), rules));
    if (!places.plate.empty())
        note(write(places.plate, pictureOf(record), rules));
    return failed;
}

} // namespace orbita::cli
