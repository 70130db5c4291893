// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/image/image_writer.h"
#include "core/scan/interludes/interlude.h"

#include <memory>

namespace orbita {

// What is read is saved in the same pass. Reading waits while the image's place does not keep up, or cannot
// be written: a drive is not worn for what is not kept.
class ImageSaving final : public Interlude {
public:
    // `image`: null where nothing is saved.
    explicit ImageSaving(std::shared_ptr<ImageWriter> image) : m_image(std::move(image)) {}

    explicit operator bool() const { return m_image != nullptr; }
    [[nodiscard]] ImageWriter* operator->() const { return m_image.get(); }

    [[nodiscard]] bool due(Nanoseconds now) override;
    void run(Interruptible& scan) override;
    // Has all that was read written, and waits for it. A scan that was stopped does not wait: what is still
    // to be written goes on being written behind it.
    void finish(Interruptible& scan);

    [[nodiscard]] const SavingStatus& status() const { return m_status; }

private:
    void look(Interruptible& scan);

    std::shared_ptr<ImageWriter> m_image;
    SavingStatus m_status;
    bool m_halted = false;
};

} // namespace orbita
