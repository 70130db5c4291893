// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/held_drive.h"

#include "cli/interrupt.h"
#include "cli/printer.h"
#include "cli/target_options.h"
#include "store/casebook.h"

namespace orbita::cli {

Result<HeldDrive> holdDrive(const std::string& name) {
    HeldDrive ready;
    auto target = namedTarget(name);
    if (!target)
        return tl::unexpected(target.error());
    ready.target = std::move(*target);
    auto held =
        OpenTreatment::open(ready.target, false, actionLogBeside(casebookPath()), ready.stop.get_token());
    if (!held)
        return tl::unexpected(held.error());
    ready.held = std::make_unique<OpenTreatment>(std::move(*held));
    return ready;
}

InterruptWatch::InterruptWatch(std::stop_source stop)
    : m_thread([stop = std::move(stop)](const std::stop_token& over) mutable {
        while (!over.stop_requested()) {
            if (interrupted() || outputIsGone())
                stop.request_stop();
            std::this_thread::sleep_for(std::chrono::milliseconds{50});
        }
    }) {}

} // namespace orbita::cli
