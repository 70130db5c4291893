// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/keeping.h"

#include "cli/target_options.h"
#include "core/base/text.h"
#include "core/session/open_action_log.h"
#include "store/autosave.h"

#include <ctime>

namespace orbita::cli {

std::int64_t nowSeconds() {
    return std::time(nullptr);
}

Result<void> takeActionsIn(Casebook& casebook) {
    const auto actions = readActionLog(actionLogBeside(casebook.path()));
    return actions ? casebook.takeActions(*actions) : tl::unexpected(actions.error());
}

Result<void> enter(const Target& target, const DriveIdentity& identity, const Who& who,
                   const std::function<Result<void>(Casebook&, std::int64_t visit)>& entry) {
    if (auto place = casebookMayKeep(casebookPath(), target); !place)
        return place;
    const auto casebook = Casebook::open(casebookPath());
    if (!casebook)
        return tl::unexpected(casebook.error());
    if ((*casebook)->isTemporary())
        return tl::unexpected(casebookIsForgotten(casebookPath()));
    Visit visit;
    visit.customer = cleanText(who.customer);
    visit.job = cleanText(who.job);
    visit.tester = cleanText(who.tester);
    const auto id = (*casebook)->visitFor(identity, visit, nowSeconds());
    if (!id)
        return tl::unexpected(id.error());
    return entry(**casebook, *id);
}

bool enterOrTell(const Target& target, const DriveIdentity& identity, const Who& who,
                 const std::function<Result<void>(Casebook&, std::int64_t visit)>& entry) {
    const auto entered = enter(target, identity, who, entry);
    if (!entered)
        complain(entered.error());
    return entered.has_value();
}

} // namespace orbita::cli
