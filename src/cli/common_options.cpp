// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/common_options.h"

#include "cli/checked_values.h"

namespace orbita::cli {

void addWho(CLI::App& command, Who& who) {
    command.add_option("--customer", who.customer, "for the casebook: whose drive it is")->check(notEmpty());
    command.add_option("--job", who.job, "for the casebook: the job's number")->check(notEmpty());
    command.add_option("--tester", who.tester, "for the casebook: who looks at it")->check(notEmpty());
}

void addResultOptions(CLI::App& command, ResultPlaces& results, const char* json) {
    command.add_option("--json", results.json, json)->check(notEmpty());
    command.add_option("--csv", results.csv, "write the ledger of defects here; \"-\": on standard output")
        ->check(notEmpty());
    command.add_option("--report", results.report, "write a text report here; \"-\": on standard output")
        ->check(notEmpty());
    command
        .add_option("--plate", results.plate, "write the surface map here, as PNG; \"-\": on standard output")
        ->check(notEmpty());
}

} // namespace orbita::cli
