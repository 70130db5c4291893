// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/policy_file.h"

#include "core/base/ownership.h"
#include "core/base/read_file.h"
#include "store/scan_file.h"

#include <QFile>
#include <filesystem>

namespace orbita {

namespace {

constexpr std::uint64_t mostPolicyBytes = 1U << 20U;

} // namespace

Result<void> savePolicy(const HousePolicy& policy, const std::string& path, const PlaceRules& rules) {
    std::string base;
    if (QFile::exists(QFile::decodeName(path.c_str()))) {
        auto text = readWholeFile(path, "the house policy", mostPolicyBytes);
        if (!text)
            return tl::unexpected(text.error());
        // What somebody wrote by hand and got wrong is not thrown away.
        if (const auto there = parsePolicy(*text, path); !there)
            return tl::unexpected(there.error());
        base = std::move(*text);
    }
    const std::string document = policyDocument(policy, base);
    if (const auto sound = parsePolicy(document, path); !sound)
        return tl::unexpected(sound.error());
    if (path == housePolicyPath())
        if (auto made = makePrivateFolders(std::filesystem::path(path).parent_path().string()); !made)
            return made;
    return saveFile(path, document, rules);
}

} // namespace orbita
