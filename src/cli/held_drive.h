// SPDX-License-Identifier: GPL-3.0-or-later
// A drive held for treatment by a command, and how that is stopped.
#pragma once

#include "core/target/open_treatment.h"

#include <memory>
#include <thread>

namespace orbita::cli {

struct HeldDrive {
    Target target;
    std::stop_source stop;
    std::unique_ptr<OpenTreatment> held;
};
// Errors: no such drive; as OpenTreatment::open().
Result<HeldDrive> holdDrive(const std::string& name);

// Asks for a stop once somebody interrupts the program, or nobody reads what it says any more.
class InterruptWatch {
public:
    explicit InterruptWatch(std::stop_source stop);
    void end() { m_thread.request_stop(); }

private:
    std::jthread m_thread;
};

} // namespace orbita::cli
