// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/session/session_host.h"

#include "core/base/bytes.h"
#include "core/base/checksum.h"
#include "core/drive/error_recovery.h"
#include "core/drive/who_answers.h"
#include "core/vitals/self_test.h"

#include <algorithm>
#include <cerrno>
#include <charconv>
#include <ctime>
#include <fmt/format.h>

namespace orbita {

namespace {

constexpr Nanoseconds coarsest = std::chrono::milliseconds{100}; // the steps in which drives keep a limit

std::string milliseconds(Nanoseconds time) {
    return std::to_string(time / std::chrono::milliseconds{1});
}

std::string nameOf(const DriveId& drive) {
    return fmt::format("{} {}", drive.model.empty() ? "a drive" : drive.model,
                       drive.serial.empty() ? "without a serial number" : drive.serial);
}

ToldBy toldBy(const DriveId& meant, const DriveId& is) {
    if (!serialMeansNothing(meant.serial) && !serialMeansNothing(is.serial))
        return ToldBy::serial;
    return !meant.worldWideName.empty() && meant.worldWideName == is.worldWideName ? ToldBy::worldWideName
                                                                                   : ToldBy::looks;
}

} // namespace

ActionDetails undoOf(const ErrorRecovery& before) {
    return {{"means", std::string(familyOf(before.by).errorRecovery->name)},
            {"limit_ms", milliseconds(before.limit)}};
}

// Of a record that anybody may have written.
std::optional<ErrorRecovery> errorRecoveryOf(const ActionDetails& undo) {
    const auto means = undo.find("means");
    const auto limit = undo.find("limit_ms");
    std::uint64_t ms = 0;
    if (means == undo.end() || limit == undo.end() || limit->second.empty())
        return std::nullopt;
    const char* const end = limit->second.data() + limit->second.size();
    if (const auto read = std::from_chars(limit->second.data(), end, ms);
        read.ec != std::errc{} || read.ptr != end)
        return std::nullopt;
    for (const DriveFamily* const family : allFamilies())
        if (const auto* setting = family->errorRecovery;
            setting != nullptr && setting->name == means->second && ms <= setting->mostMilliseconds)
            return ErrorRecovery{family->family, std::chrono::milliseconds{ms}};
    return std::nullopt;
}

SessionHost::SessionHost(HostSetup setup) : m_setup(std::move(setup)) {
    if (m_setup.way.link)
        m_setup.way.link->admit(Admission::stateToo);
}

std::int64_t SessionHost::now() const {
    return m_setup.secondsNow ? m_setup.secondsNow() : static_cast<std::int64_t>(std::time(nullptr));
}

Error SessionHost::refusal(Phrase answer, Phrase advice) const {
    return {Error::Kind::refusedUnsafe, "doing what was ordered on", m_setup.way.path, std::move(answer),
            std::move(advice)};
}

std::string SessionHost::answer(std::string_view message, const std::stop_token& stop) {
    if (m_enquiry && (m_enquiry->lost() || m_enquiry->gone()))
        m_setup.way.link.reset(); // nothing more is sent where nothing answered
    m_enquiry.reset();
    if (m_setup.way.link)
        m_enquiry = std::make_unique<Enquiry>(m_setup.way, m_setup.patience, stop);
    const auto order = decodeOrder(message);
    if (!order)
        return encodeReply(tl::unexpected(order.error()));
    return encodeReply(perform(*order));
}

Result<OrderReply> SessionHost::perform(const Order& order) {
    if (!m_enquiry)
        return tl::unexpected(Error{Error::Kind::noAnswer, "doing what was ordered on", m_setup.way.path,
                                    "the drive does not answer", "If the data matters, save it first."});
    if (const auto* const first = std::get_if<OpenOrder>(&order))
        return open(*first);
    if (auto is = ready(); !is)
        return tl::unexpected(is.error());
    struct Each {
        SessionHost& host;
        Result<OrderReply> operator()(const OpenOrder& o) const { return host.open(o); }
        Result<OrderReply> operator()(const SelfTestOrder& o) const { return host.startTest(o); }
        Result<OrderReply> operator()(const AbortTestOrder& o) const { return host.abortTest(o); }
        Result<OrderReply> operator()(const HealthReportingOrder& o) const { return host.reportHealth(o); }
        Result<OrderReply> operator()(const LimitRecoveryOrder& o) const { return host.limitRecovery(o); }
        Result<OrderReply> operator()(const RestoreRecoveryOrder& /*o*/) const {
            return host.restoreRecovery();
        }
        Result<OrderReply> operator()(const GrantOrder& o) const { return host.grantWriting(o); }
        Result<OrderReply> operator()(const WriteOrder& o) const { return host.write(o); }
        Result<OrderReply> operator()(const EndWritingOrder& o) const { return host.endWriting(o); }
    };
    return std::visit(Each{*this}, order);
}

Result<OpenedReply> SessionHost::sameDriveAnswers() {
    const DriveIdentity who = whoAnswers(*m_enquiry);
    if (m_enquiry->lost() || m_enquiry->gone()) {
        endAllWriting();
        return tl::unexpected(Error{Error::Kind::noAnswer, "asking who answers at", m_setup.way.path,
                                    "nothing does any more", "Check power and cable."});
    }
    if (m_enquiry->mediumMayHaveChanged())
        endAllWriting(); // whoever answers now has not been agreed upon
    DriveId is = driveIdOf(who);
    is.capacityBytes = who.capacity.value == 0 ? 0 : who.capacityBytes();
    if (familyOf(m_setup.way.speaks).whoAnswers == nullptr && m_setup.systemSays)
        is = m_setup.systemSays();
    if (who.capacity.value != 0)
        m_logicalBytes = who.logicalBytes;
    const DriveId& expected = m_opened ? m_drive : m_meant;
    if (m_opened && !tellsAsMuch(m_drive, is)) {
        endAllWriting();
        return tl::unexpected(Error{Error::Kind::refusedUnsafe, "speaking with the drive at",
                                    m_setup.way.path, "it does not say any more who it is",
                                    "Nothing was done to it. Check power and cable, and begin anew."});
    }
    if (!sameDrive(expected, is)) {
        endAllWriting();
        return tl::unexpected(
            Error{Error::Kind::refusedUnsafe,
                  "speaking with the drive at",
                  m_setup.way.path,
                  {"another drive answers there: {}, and not {}", {nameOf(is), nameOf(expected)}},
                  "Nothing was done to it. It was changed for another: look at the list of drives anew."});
    }
    return OpenedReply{is, toldBy(expected, is)};
}

Result<OrderReply> SessionHost::open(const OpenOrder& order) {
    if (m_opened)
        return tl::unexpected(refusal("the session is open already", "This is a fault of Orbita's."));
    m_meant = order.drive;
    m_who = order.who;
    auto opened = sameDriveAnswers();
    if (!opened)
        return tl::unexpected(opened.error());
    m_drive = opened->drive;
    m_opened = true;
    return OrderReply{*opened};
}

Result<void> SessionHost::ready() {
    if (!m_opened)
        return tl::unexpected(refusal("the session was not opened: nobody said which drive is meant",
                                      "This is a fault of Orbita's."));
    if (auto answers = sameDriveAnswers(); !answers)
        return tl::unexpected(answers.error());
    return {};
}

bool SessionHost::speaksFor(Family family) const {
    const auto behind = familyOf(m_setup.way.speaks).behind;
    return std::find(behind.begin(), behind.end(), family) != behind.end();
}

DriveAction SessionHost::newAction(ActionKind kind, ActionDetails parameters) const {
    DriveAction action;
    action.at = now();
    action.kind = kind;
    action.drive = m_drive;
    action.who = m_who;
    action.parameters = std::move(parameters);
    return action;
}

Result<void> SessionHost::act(ActionKind kind, const ActionDetails& parameters, const ActionDetails& undo,
                              const Command& command) {
    if (!m_setup.log)
        return tl::unexpected(
            refusal("it would not be written down anywhere", "Nothing was done to the drive."));
    DriveAction action = newAction(kind, parameters);
    action.undo = undo;
    if (auto written = m_setup.log->begin(action); !written)
        return written;
    bool leftUnknown = false;
    const auto done = command(leftUnknown);
    leftUnknown = leftUnknown || (!done && done.error().kind == Error::Kind::noAnswer);
    const auto ended = m_setup.log->end(action,
                                        done          ? ActionResult::done
                                        : leftUnknown ? ActionResult::unknown
                                                      : ActionResult::failed,
                                        now(), done ? std::string{} : done.error().answer.text());
    return done ? ended : done;
}

Result<OrderReply> SessionHost::startTest(const SelfTestOrder& order) {
    const SelfTestCommands* const tests = familyOf(order.family).selfTests;
    if (!speaksFor(order.family) || tests == nullptr)
        return tl::unexpected(refusal("no drive that has such self-tests answers there"));
    Vitals vitals;
    vitals.family = order.family;
    vitals.identity.path = m_setup.way.path;
    vitals.identity.logicalBytes = m_logicalBytes;
    vitals.identity.capacity.value = m_drive.capacityBytes / m_logicalBytes;
    tests->refresh(*m_enquiry, vitals);
    if (vitals.selfTest.running)
        return tl::unexpected(
            selfTestRefused(vitals, "a self-test is running already", "Wait for it, or abort it."));
    ActionDetails details{{"kind", std::string(selfTestKindName(order.kind))}};
    if (order.kind == SelfTestKind::selective) {
        details["first"] = std::to_string(order.span.first.value);
        details["sectors"] = std::to_string(order.span.count.value);
    }
    const auto done = act(ActionKind::selfTestStart, details, {},
                          [&](bool&) { return tests->start(*m_enquiry, vitals, order.kind, order.span); });
    if (!done)
        return tl::unexpected(done.error());
    return OrderReply{DoneReply{}};
}

Result<OrderReply> SessionHost::abortTest(const AbortTestOrder& order) {
    const SelfTestCommands* const tests = familyOf(order.family).selfTests;
    if (!speaksFor(order.family) || tests == nullptr)
        return tl::unexpected(refusal("no drive that has such self-tests answers there"));
    Vitals vitals;
    vitals.family = order.family;
    vitals.identity.path = m_setup.way.path;
    const auto done =
        act(ActionKind::selfTestAbort, {}, {}, [&](bool&) { return tests->abort(*m_enquiry, vitals); });
    if (!done)
        return tl::unexpected(done.error());
    return OrderReply{DoneReply{}};
}

Result<OrderReply> SessionHost::reportHealth(const HealthReportingOrder& order) {
    const auto enable = familyOf(order.family).enableHealth;
    if (!speaksFor(order.family) || enable == nullptr)
        return tl::unexpected(refusal("no drive that could switch it on answers there"));
    const auto done = act(ActionKind::healthReportingOn, {}, {}, [&](bool&) { return enable(*m_enquiry); });
    if (!done)
        return tl::unexpected(done.error());
    return OrderReply{DoneReply{}};
}

Result<std::optional<ErrorRecovery>> SessionHost::owed() const {
    if (m_owed || !m_setup.keepsSettings || !m_setup.log)
        return m_owed;
    const auto actions = m_setup.log->read();
    if (!actions)
        return tl::unexpected(actions.error());
    const auto undo = owedRecoveryLimit(*actions, m_drive);
    if (!undo)
        return std::optional<ErrorRecovery>{};
    const auto setting = errorRecoveryOf(*undo);
    if (!setting)
        return tl::unexpected(refusal("what is written down as the drive's own setting cannot be one",
                                      "Nothing was sent to the drive; switching it off brings its own "
                                      "setting back."));
    return setting;
}

Result<OrderReply> SessionHost::limitRecovery(const LimitRecoveryOrder& order) {
    if (serialMeansNothing(m_drive.serial) && m_setup.keepsSettings)
        return tl::unexpected(refusal("it has no serial number to be known again by",
                                      "The scan goes on; the drive takes as long as it likes."));
    if (!m_owing && m_setup.keepsSettings) {
        auto held = claim("the time limit of " + m_drive.serial + ' ' + m_drive.model);
        if (!held)
            return tl::unexpected(held.error());
        m_owing = std::move(*held);
    }
    const auto known = owed();
    if (!known)
        return tl::unexpected(known.error());
    const auto before = *known ? Result<ErrorRecovery>(**known) : readErrorRecovery(*m_enquiry);
    if (!before)
        return tl::unexpected(before.error());
    ErrorRecovery wanted = *before;
    // Never longer than the drive itself would try.
    wanted.limit = wanted.limit.count() == 0 ? order.limit : std::min(order.limit, wanted.limit);
    m_owed = *before;
    bool asBefore = false;
    const auto done = act(ActionKind::recoveryLimitSet, {{"limit_ms", milliseconds(wanted.limit)}},
                          undoOf(*before), [&](bool& leftUnknown) -> Result<void> {
                              const auto now = writeErrorRecovery(*m_enquiry, wanted);
                              if (now && now->limit.count() > 0 && now->limit < wanted.limit + coarsest)
                                  return {};
                              // Refused, or it did not stick. What it says now is what it will do, and where
                              // that is what it was before, nothing is owed.
                              const auto is = now ? now : readErrorRecovery(*m_enquiry);
                              asBefore = is && is->by == before->by && is->limit == before->limit;
                              leftUnknown = !asBefore;
                              return tl::unexpected(now ? notTaken(*now) : now.error());
                          });
    if (done)
        return OrderReply{RecoveryReply{before->limit, true}};
    if (asBefore)
        m_owed.reset();
    return tl::unexpected(done.error());
}

Error SessionHost::notTaken(const ErrorRecovery& is) const {
    return {Error::Kind::unusable,
            "setting how long the drive tries to read,",
            m_setup.way.path,
            {"it took the command, and says {} ms all the same", {milliseconds(is.limit)}},
            "Switching the drive off brings its own setting back."};
}

Result<OrderReply> SessionHost::restoreRecovery() {
    const auto known = owed();
    if (!known)
        return tl::unexpected(known.error());
    if (!*known)
        return OrderReply{RecoveryReply{}};
    const ErrorRecovery own = **known;
    Claim held;
    if (!m_owing && m_setup.keepsSettings) {
        auto claimed = claim("the time limit of " + m_drive.serial + ' ' + m_drive.model);
        if (!claimed)
            return OrderReply{RecoveryReply{own.limit, false}}; // left to the scan that holds it
        held = std::move(*claimed);
    }
    const auto done = act(ActionKind::recoveryLimitRestored, {{"limit_ms", milliseconds(own.limit)}}, {},
                          [&](bool&) -> Result<void> {
                              const auto now = writeErrorRecovery(*m_enquiry, own);
                              if (!now)
                                  return tl::unexpected(now.error());
                              if (now->limit != own.limit)
                                  return tl::unexpected(notTaken(*now));
                              return {};
                          });
    if (!done)
        return tl::unexpected(done.error());
    m_owed.reset();
    m_owing.reset();
    return OrderReply{RecoveryReply{own.limit, true}};
}

// What has been written of it is known; how far a run came that was never ended, its journal tells.
void SessionHost::endRun() {
    if (!m_run || !m_setup.log)
        return;
    WrittenRun run = std::move(*m_run);
    m_run.reset();
    (void)m_setup.log->end(run.action, ActionResult::done, now(),
                           fmt::format("{} sectors written", run.written.value));
}

Result<void> SessionHost::withinRun(const WriteOrder& order, SectorCount run) {
    if (m_run && intersection(order.span, m_run->span) == order.span)
        return {};
    endRun();
    if (!m_setup.log)
        return tl::unexpected(
            refusal("it would not be written down anywhere", "Nothing was done to the drive."));
    const LbaSpan whole{Lba{0}, {m_drive.capacityBytes / std::max(1U, m_logicalBytes)}};
    WrittenRun begun;
    begun.span = intersection({order.span.first, std::max(run, order.span.count)}, whole);
    begun.action = newAction(ActionKind::sectorsWritten, {{"kind", std::string(writeKindName(order.kind))},
                                                          {"first", std::to_string(begun.span.first.value)},
                                                          {"sectors", std::to_string(begun.span.count.value)},
                                                          {"run", "yes"}});
    if (auto written = m_setup.log->begin(begun.action); !written)
        return written;
    m_run = std::move(begun);
    return {};
}

void SessionHost::endAllWriting() {
    endRun();
    m_gate.endAll();
    if (m_setup.writing)
        m_setup.writing->release();
}

Result<OrderReply> SessionHost::grantWriting(const GrantOrder& order) {
    const WriteCommands* const commands = familyOf(m_setup.way.speaks).writing;
    WriteFacts facts;
    facts.drive = m_drive;
    facts.logicalBytes = m_logicalBytes;
    facts.canWrite = m_setup.writing != nullptr && commands != nullptr;
    if (facts.canWrite) {
        auto usage = m_setup.writing->usage();
        facts.uses = std::move(usage.uses);
        facts.systemReadOnly = usage.systemReadOnly;
    }
    if (const auto refusal = whyNotWritten(order, facts); refusal || commands == nullptr)
        return tl::unexpected(writeRefused(refusal.value_or(WriteRefusal::noWayToWrite), m_setup.way.path,
                                           facts, order.serialOnLabel));
    std::string kinds;
    for (const WriteKind kind : order.kinds)
        kinds += (kinds.empty() ? "" : " ") + std::string(writeKindName(kind));
    SectorCount all;
    for (const LbaSpan& span : order.spans)
        all = all + span.count;
    ActionDetails details{{"spans", std::to_string(order.spans.size())},
                          {"sectors", std::to_string(all.value)},
                          {"first", std::to_string(order.spans.front().first.value)},
                          {"kinds", kinds},
                          {"reason", order.reason},
                          {"data_elsewhere", std::string(dataElsewhereName(order.data))},
                          {"journal", order.journal},
                          {"lasting_ms", milliseconds(order.lasting)}};
    if (order.againstAdvice)
        details["against_advice"] = "yes";
    const auto taken = act(ActionKind::writingGranted, details, {}, [&](bool&) -> Result<void> {
        const int error = m_gate.open() ? 0 : m_setup.writing->acquire();
        if (error == 0)
            return {};
        if (error == EBUSY)
            return tl::unexpected(writeRefused(WriteRefusal::usedByOthers, m_setup.way.path, facts));
        if (error == EROFS)
            return tl::unexpected(writeRefused(WriteRefusal::systemReadOnly, m_setup.way.path, facts));
        return tl::unexpected(systemError("opening for writing", m_setup.way.path, error));
    });
    if (!taken)
        return tl::unexpected(taken.error());
    // It was free a moment ago; now it is ours, and whoever came in between shows.
    facts.uses = m_setup.writing->usage().uses;
    if (const auto refusal = whyNotWritten(order, facts)) {
        endAllWriting();
        return tl::unexpected(writeRefused(*refusal, m_setup.way.path, facts, order.serialOnLabel));
    }
    const std::string name = m_gate.give(order, m_setup.way.link->clock().now());
    m_setup.way.link->permit(WriteGate::ofNothing(m_logicalBytes));
    m_ways = commands->ways(*m_enquiry, m_logicalBytes);
    m_setup.way.link->forbid();
    return OrderReply{GrantReply{name, now() + order.lasting / std::chrono::seconds{1}, m_ways}};
}

Result<OrderReply> SessionHost::endWriting(const EndWritingOrder& order) {
    endRun();
    m_gate.end(order.grant);
    if (!m_gate.open())
        endAllWriting();
    return OrderReply{DoneReply{}};
}

Result<WriteAnswer> SessionHost::carryOut(const WriteOrder& order) {
    const WriteCommands& commands = *familyOf(m_setup.way.speaks).writing;
    if (order.kind == WriteKind::reassign)
        return commands.reassign(*m_enquiry, order.span.first);
    if (order.kind == WriteKind::zeros && m_ways.zeroes && commands.zeroes != nullptr)
        return commands.zeroes(*m_enquiry, order.span);
    return commands.write(*m_enquiry, m_ways, order.span, order.contents);
}

// The run stands in the log before anything leaves; what fails of it, by itself.
Result<void> SessionHost::actInRun(const WriteOrder& order, SectorCount run, const ActionDetails& parameters,
                                   const Command& command) {
    if (auto within = withinRun(order, run); !within)
        return within;
    bool leftUnknown = false;
    auto done = command(leftUnknown);
    if (done) {
        m_run->written = m_run->written + order.span.count;
        return done;
    }
    DriveAction failed = newAction(ActionKind::sectorsWritten, parameters);
    if (auto written = m_setup.log->begin(failed); !written)
        return written;
    leftUnknown = leftUnknown || done.error().kind == Error::Kind::noAnswer;
    (void)m_setup.log->end(failed, leftUnknown ? ActionResult::unknown : ActionResult::failed, now(),
                           done.error().answer.text());
    return done;
}

Result<OrderReply> SessionHost::write(const WriteOrder& order) {
    const auto permit =
        m_gate.permit(order, m_setup.way.path, m_logicalBytes, m_setup.way.link->clock().now());
    if (!permit)
        return tl::unexpected(permit.error());
    const bool reassigns = order.kind == WriteKind::reassign;
    const std::uint64_t bytes = reassigns ? 0 : order.span.count.value * m_logicalBytes;
    if (order.contents.size() != bytes || bytes > mostWrittenBytes || crcOf(order.contents) != order.crc32 ||
        (order.kind == WriteKind::zeros && !allZero(order.contents)) ||
        (reassigns && (order.span.count.value != 1 || !m_ways.reassigns)))
        return tl::unexpected(
            refusal("what was to be written did not arrive whole, or is not what it is said to be",
                    "Nothing was written."));
    std::optional<WriteAnswer> answer;
    const ActionDetails details{{"kind", std::string(writeKindName(order.kind))},
                                {"first", std::to_string(order.span.first.value)},
                                {"sectors", std::to_string(order.span.count.value)},
                                {"crc32", fmt::format("{:08x}", order.crc32)}};
    const auto command = [&](bool& leftUnknown) -> Result<void> {
        m_setup.way.link->permit(*permit);
        const auto said = carryOut(order);
        m_setup.way.link->forbid();
        if (!said) {
            leftUnknown = true;
            return tl::unexpected(said.error());
        }
        answer = *said;
        const Outcome outcome = said->verdict.outcome;
        if (outcome == Outcome::answered)
            return {};
        // Of one that was cut off on its way, nobody knows how far it came.
        leftUnknown =
            outcome != Outcome::unreadable && outcome != Outcome::refused && outcome != Outcome::locked;
        return tl::unexpected(refusal(Phrase::verbatim(said->words)));
    };
    const SectorCount run = order.kind == WriteKind::refresh ? m_gate.runOf(order.grant) : SectorCount{};
    const auto done = run.value == 0 ? act(ActionKind::sectorsWritten, details, {}, command)
                                     : actInRun(order, run, details, command);
    if (!answer) { // it never left, or nothing came back: all of it afresh
        endAllWriting();
        return tl::unexpected(done.error());
    }
    const Outcome outcome = answer->verdict.outcome;
    if (outcome == Outcome::driveGone || outcome == Outcome::readerLost ||
        outcome == Outcome::mediumChanged || outcome == Outcome::interrupted ||
        m_enquiry->mediumMayHaveChanged())
        endAllWriting();
    if (outcome == Outcome::answered && !done) // what came of it could not be written down
        return tl::unexpected(done.error());
    return OrderReply{WrittenReply{*answer}};
}

} // namespace orbita
