// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/target/simulated_access.h"

#include <cerrno>

namespace orbita {

namespace {

class SimulatedAccess final : public WritingAccess {
public:
    explicit SimulatedAccess(const Target& target)
        : m_condition(target.condition), m_uses(target.uses), m_readOnly(target.readOnly) {}
    ~SimulatedAccess() override { SimulatedAccess::release(); }
    SimulatedAccess(const SimulatedAccess&) = delete;
    SimulatedAccess& operator=(const SimulatedAccess&) = delete;
    SimulatedAccess(SimulatedAccess&&) = delete;
    SimulatedAccess& operator=(SimulatedAccess&&) = delete;

    Usage usage() override {
        Usage usage{m_uses, m_readOnly};
        if (const std::string where = m_condition->mountedAt(); !where.empty())
            usage.uses.push_back({UseKind::mounted, "", where});
        return usage;
    }
    int acquire() override {
        if (m_taken)
            return 0;
        if (!m_condition->mountedAt().empty() || !m_condition->take())
            return EBUSY;
        m_taken = true;
        return 0;
    }
    void release() override {
        if (m_taken)
            m_condition->giveBack();
        m_taken = false;
    }

private:
    std::shared_ptr<sim::Condition> m_condition;
    std::vector<DriveUse> m_uses;
    bool m_readOnly;
    bool m_taken = false;
};

} // namespace

std::shared_ptr<WritingAccess> simulatedAccess(const Target& target) {
    return std::make_shared<SimulatedAccess>(target);
}

} // namespace orbita
