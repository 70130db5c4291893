// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sim/front.h"

#include <algorithm>

namespace orbita::sim {

namespace {

struct FrontKind {
    Front front;
    Family family;
    std::unique_ptr<CommandFront> (*make)(const Scenario&, std::shared_ptr<Condition>);
};
constexpr FrontKind frontKinds[] = {
    {Front::ata, Family::ata, makeAtaFront},      {Front::sat, Family::scsi, makeScsiFront},
    {Front::bridge, Family::scsi, makeScsiFront}, {Front::scsi, Family::scsi, makeScsiFront},
    {Front::nvme, Family::nvme, makeNvmeFront},
};

const FrontKind& kindOf(Front front) {
    return *std::find_if(std::begin(frontKinds), std::end(frontKinds),
                         [&](const FrontKind& kind) { return kind.front == front; });
}

} // namespace

Family familyOfFront(Front front) {
    return kindOf(front).family;
}

std::unique_ptr<CommandFront> makeFront(const Scenario& scenario, std::shared_ptr<Condition> condition) {
    return kindOf(scenario.front).make(scenario, std::move(condition));
}

} // namespace orbita::sim
