// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/target/write_back.h"

#include "core/base/bytes.h"
#include "core/treat/journal.h"
#include "core/treat/refresh/refresh_journal.h"

#include <algorithm>
#include <fcntl.h>
#include <map>

namespace orbita {

namespace {

Result<SavedInJournal> savedInTreatment(const std::string& path) {
    const auto told = TreatmentJournal::read(path);
    if (!told)
        return tl::unexpected(told.error());
    SavedInJournal saved;
    saved.drive = told->drive;
    for (const auto& [first, spot] : told->saved) {
        if (spot.kind == WriteKind::zeros || spot.bytes == 0)
            continue;
        SavedPiece piece;
        piece.span = spot.spot.span;
        piece.whole = std::find(spot.known.begin(), spot.known.end(), false) == spot.known.end();
        piece.load = [path, copy = spot]() mutable -> Result<std::vector<std::byte>> {
            const TreatmentJournal journal(Descriptor(::open(path.c_str(), O_RDONLY | O_CLOEXEC)), path,
                                           systemLogDisk());
            if (auto loaded = journal.load(copy); !loaded)
                return tl::unexpected(loaded.error());
            return copy.contents;
        };
        saved.pieces.push_back(std::move(piece));
    }
    return saved;
}

Result<SavedInJournal> savedInRefresh(const std::string& path) {
    const auto told = RefreshJournal::read(path);
    if (!told)
        return tl::unexpected(told.error());
    SavedInJournal saved;
    saved.drive = told->drive;
    std::map<Lba, SavedPiece> pieces;
    const auto take = [&](const KeptPiece& kept) {
        const bool over =
            std::any_of(told->findings.begin(), told->findings.end(), [&](const RefreshFinding& finding) {
                return finding.found == RefreshFound::different && finding.span == kept.span;
            });
        pieces[kept.span.first] = {kept.span, true, over,
                                   [path, kept] { return RefreshJournal::contents(path, kept); }};
    };
    for (const RingSlot& slot : told->ring)
        for (const KeptPiece& kept : slot.pieces)
            take(kept);
    for (const KeptPiece& kept : told->kept)
        take(kept);
    for (auto& [first, piece] : pieces)
        saved.pieces.push_back(std::move(piece));
    return saved;
}

std::optional<Error> whyNothingComes(const SpotRead& read, const std::string& path) {
    switch (read.outcome) {
    case Outcome::driveGone:
    case Outcome::readerLost:
    case Outcome::mediumChanged:
    case Outcome::withdrawn:
    case Outcome::locked:
        return Error{Error::Kind::noAnswer, "putting back what was saved on", path,
                     "the drive does not answer any more",
                     "What is saved stays in its journal. Check power and cable, and begin anew."};
    default:
        return std::nullopt;
    }
}

} // namespace

Result<SavedInJournal> savedIn(const std::string& journal) {
    return journal.ends_with(refreshEnding) ? savedInRefresh(journal) : savedInTreatment(journal);
}

TreatmentPlan planToWriteBack(const SavedInJournal& saved) {
    TreatmentPlan plan;
    for (const SavedPiece& piece : saved.pieces)
        plan.spots.push_back({piece.span, SpotOrigin::unreadable});
    const bool whole = std::all_of(saved.pieces.begin(), saved.pieces.end(),
                                   [](const SavedPiece& piece) { return piece.whole; });
    plan.rules.allowed = {true, !whole, false, false};
    plan.reason = "putting back what was saved";
    return plan;
}

WrittenBack writeBack(TreatedDrive& drive, const SavedInJournal& saved, const std::stop_token& stop,
                      const std::function<void(const PutBackResult&)>& tell) {
    WrittenBack done;
    const std::string& path = drive.identity().path;
    const auto put = [&](const SavedPiece& piece) -> Result<PutBackResult> {
        PutBackResult result{piece.span, PutBack::isThere, {}};
        const auto contents = piece.load();
        if (!contents)
            return tl::unexpected(contents.error());
        const SpotRead now = drive.read(piece.span);
        if (auto why = whyNothingComes(now, path))
            return tl::unexpected(std::move(*why));
        const bool reads = now.outcome == Outcome::answered;
        if (reads && isSame(now.data, *contents))
            return result;
        result.result = PutBack::leftAlone;
        if (reads && !piece.over)
            return result;
        const auto answer =
            drive.write(piece.whole ? WriteKind::refresh : WriteKind::pieced, piece.span, *contents);
        if (!answer)
            return tl::unexpected(answer.error());
        result.words = answer->words;
        result.result = PutBack::notTaken;
        if (answer->verdict.outcome != Outcome::answered)
            return result;
        const SpotRead checked = drive.check(piece.span);
        const SpotRead again =
            checked.outcome == Outcome::answered && checked.data.empty() ? drive.read(piece.span) : checked;
        if (auto why = whyNothingComes(again, path))
            return tl::unexpected(std::move(*why));
        result.result = again.outcome == Outcome::answered && isSame(again.data, *contents)
                            ? PutBack::written
                            : PutBack::stillUnreadable;
        return result;
    };
    for (const SavedPiece& piece : saved.pieces) {
        if (stop.stop_requested())
            break;
        auto result = put(piece);
        if (!result) {
            done.error = result.error();
            break;
        }
        done.results.push_back(*result);
        tell(*result);
    }
    return done;
}

} // namespace orbita
