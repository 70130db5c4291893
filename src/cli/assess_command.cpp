// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/assess_command.h"

#include "cli/checked_values.h"
#include "cli/common_options.h"
#include "cli/exit_status.h"
#include "cli/interrupt.h"
#include "cli/judge_command.h"
#include "cli/printer.h"
#include "cli/report_command.h"
#include "cli/scan_command.h"
#include "cli/selftest_command.h"
#include "cli/target_options.h"
#include "core/base/text.h"
#include "core/vitals/self_test.h"
#include "report/assess_words.h"
#include "report/vitals_words.h"
#include "report/words.h"
#include "store/casebook.h"

#include <CLI/CLI.hpp>
#include <QFileInfo>
#include <algorithm>
#include <fmt/format.h>

namespace orbita::cli {

namespace {

// Without one by hand: a sick drive is not read to death for a count that rules it out anyway.
constexpr const char* usualStop = "unreadable:64";

class Assessment {
public:
    Assessment(const AssessOptions& options, std::string target, HousePolicy policy)
        : m_options(options), m_target(std::move(target)), m_policy(std::move(policy)) {
        for (const std::string& name : options.skip)
            if (const auto step = assessStepFromName(name))
                m_skip.insert(*step);
        if (options.reports.empty())
            m_skip.insert(AssessStep::report);
        m_facts.data = dataElsewhereFromName(options.data).value_or(DataElsewhere::notAsked);
    }

    // The exit status: as of judge.
    int run() {
        AssessHalt told = AssessHalt::none;
        for (;;) {
            m_facts.stoppedByHand = m_facts.stoppedByHand || interrupted();
            const AssessNext next = nextAssessStep(m_facts, m_skip);
            if (next.halt != AssessHalt::none && told == AssessHalt::none) {
                told = next.halt;
                Printer(stdout) << "\n" << words::assessHalt(next.halt) << "\n";
            }
            if (!next.step)
                return m_status;
            Printer(stdout) << "\n== " << words::assessStep(*next.step) << '\n';
            if (!take(*next.step))
                return callIsWrong;
        }
    }

private:
    // False: nothing can be said of the drive at all.
    bool take(AssessStep step) {
        switch (step) {
        case AssessStep::vitals:
            return askVitals();
        case AssessStep::selfTest:
            testItself();
            return true;
        case AssessStep::sample:
            m_facts.sample = read([](ScanOptions& scan) { scan.order = "sample"; });
            return true;
        case AssessStep::scan:
            m_facts.scan = read([](ScanOptions&) {});
            return true;
        case AssessStep::secondLooks:
            m_facts.secondLooks = read([this](ScanOptions& scan) { scan.span = secondSpans(); });
            return true;
        case AssessStep::ruling:
            return ruleOnIt();
        case AssessStep::report:
            writeReports();
            return true;
        }
        return false;
    }

    bool askVitals() {
        const auto asked = askDrive(m_target, false);
        if (!asked) {
            complain(asked.error());
            return false;
        }
        const Vitals& vitals = asked->vitals;
        m_drive = vitals.identity;
        const auto findings = assessAll(vitals, m_policy);
        std::vector<Complaint> complaints;
        for (const std::string& given : m_options.complaints)
            if (const auto mark = complaintFromName(given.substr(0, given.find('='))))
                complaints.push_back({*mark, given.ends_with("=yes")  ? Reproduced::yes
                                             : given.ends_with("=no") ? Reproduced::no
                                                                      : Reproduced::notTried});
        m_facts.entry = judgeEntry(vitals, findings, complaints, m_policy);
        m_facts.offersShortTest =
            asked->enquiry != nullptr && offers(vitals.ability, SelfTestKind::shortTest);
        Printer out(stdout);
        out << words::driveName(m_drive) << "  serial "
            << QString::fromStdString(m_drive.serial.empty() ? "not reported" : m_drive.serial) << '\n'
            << words::entryTitle(m_facts.entry->entry) << ". " << words::entryAdvice(m_facts.entry->entry)
            << '\n';
        for (const EntryReason& reason : m_facts.entry->reasons)
            out << "  - " << words::entryReason(reason, vitals, findings) << '\n';
        if (asked->enquiry)
            enterOrTell(asked->target, m_drive, m_options.who, [&](Casebook& casebook, std::int64_t visit) {
                return casebook.addVitals(visit, vitals, nowSeconds());
            });
        return true;
    }

    void testItself() {
        SelfTestOptions test;
        test.target = m_target;
        test.kind = "short";
        test.policy = m_options.policy;
        test.who = m_options.who;
        const int status = cli::selfTest(test);
        m_facts.selfTestRun = true;
        if (status == completeAndClean)
            m_facts.selfTest = SelfTestResult::passed;
        else if (status == findingsFound)
            m_facts.selfTest = SelfTestResult::failed;
    }

    // What the scan came to is what was kept of it.
    template <class How>
    SurfaceRead read(How how) {
        ScanOptions scan;
        scan.target = m_target;
        scan.data = m_options.data;
        scan.samples = m_options.samples;
        scan.stops = m_options.stops.empty() ? std::vector<std::string>{usualStop} : m_options.stops;
        scan.who = m_options.who;
        scan.anyway = true; // the entry was judged before, with all that is known
        how(scan);
        const std::int64_t from = nowSeconds();
        const int status = cli::scan(scan);
        SurfaceRead found;
        found.ended = EndReason::refused;
        const auto casebook = Casebook::open(casebookPath());
        if (!casebook || status == callIsWrong)
            return found;
        const auto scans = (*casebook)->scans();
        if (!scans)
            return found;
        const auto kept = std::find_if(scans->begin(), scans->end(), [&](const KeptScan& one) {
            return one.model == m_drive.model && one.serial == m_drive.serial && one.startedAt >= from;
        });
        if (kept == scans->end())
            return found;
        const auto record = (*casebook)->loadScan(kept->id);
        if (!record)
            return found;
        found = surfaceReadOf(*record);
        Printer(stdout) << words::assessStep(scan.order == "sample" ? AssessStep::sample
                                             : scan.span.empty()    ? AssessStep::scan
                                                                    : AssessStep::secondLooks)
                        << ": " << words::surfaceRead(found) << ".\n";
        return found;
    }

    [[nodiscard]] std::string secondSpans() const {
        std::string spans;
        for (const LbaSpan& span : secondLookSpans(*m_facts.scan, m_drive))
            spans += fmt::format("{}{}..{}", spans.empty() ? "" : ",", span.first.value, span.last().value);
        return spans;
    }

    bool ruleOnIt() {
        JudgeOptions order;
        order.what = what();
        order.enter = true;
        m_status = judge(order);
        m_facts.ruled = true;
        return m_status != callIsWrong;
    }

    // By its page where the drive does not answer any more.
    [[nodiscard]] JudgeWhat what() const {
        JudgeWhat what;
        what.data = m_options.data;
        what.complaints = m_options.complaints;
        what.policy = m_options.policy;
        what.who = m_options.who;
        if (nextAssessStep(m_facts, m_skip).halt == AssessHalt::noAnswer)
            if (const auto casebook = Casebook::open(casebookPath()))
                if (const auto drive = (*casebook)->knownDrive(m_drive); drive && drive->id != 0)
                    what.drive = drive->id;
        if (what.drive == 0)
            what.what = {m_target};
        return what;
    }

    void writeReports() {
        ReportOptions order;
        order.what = what();
        order.maskSerials = m_options.maskSerials;
        std::string name = m_drive.serial.empty() ? m_drive.model : m_drive.serial;
        if (m_options.maskSerials && name.size() > 4)
            name = name.substr(name.size() - 4);
        for (char& c : name)
            if (std::isalnum(static_cast<unsigned char>(c)) == 0 && c != '-')
                c = '_';
        order.pdf = m_options.reports + "/" + name + ".pdf";
        order.html = m_options.reports + "/" + name + ".html";
        const int status = cli::report(order);
        m_facts.reported = true;
        if (status == callIsWrong)
            m_status = callIsWrong;
        else
            Printer(stdout) << "Written to " << QString::fromStdString(cleanText(order.pdf))
                            << " and .html\n";
    }

    const AssessOptions& m_options;
    std::string m_target;
    HousePolicy m_policy;
    std::set<AssessStep> m_skip;
    AssessFacts m_facts;
    DriveIdentity m_drive;
    int m_status = notToTheEnd;
};

// The gravest first; what could not be assessed before all.
int graver(int a, int b) {
    constexpr std::array order = {static_cast<int>(completeAndClean), static_cast<int>(ruledWatch),
                                  static_cast<int>(notToTheEnd),      static_cast<int>(ruledSpareDuty),
                                  static_cast<int>(ruledRetire),      static_cast<int>(callIsWrong)};
    const auto rank = [&](int status) { return std::find(order.begin(), order.end(), status); };
    return rank(a) < rank(b) ? b : a;
}

} // namespace

void addAssessOptions(CLI::App& command, AssessOptions& options) {
    command
        .add_option("TARGET", options.targets, "device paths, demo:NAME, or scenarios; one after the other")
        ->required()
        ->check(notEmpty());
    command
        .add_option("--skip", options.skip,
                    "leave steps out: vitals, self-test, sample, scan, second-looks, ruling, report; several "
                    "with commas between")
        ->delimiter(',')
        ->check(CLI::IsMember({"vitals", "self-test", "sample", "scan", "second-looks", "ruling", "report"}));
    command
        .add_option("--stop", options.stops,
                    std::string("when reading ends, as of scan; ") + usualStop + " if not given")
        ->check(notEmpty());
    command.add_option("--samples", options.samples, "how many blocks the sample reads")
        ->check(wholeNumber(100, 10'000'000))
        ->capture_default_str();
    command
        .add_option("--data", options.data,
                    "whether the data on the drive exists elsewhere: where it does not, it ends sooner")
        ->check(CLI::IsMember({"not-asked", "saved", "not-saved", "unknown"}))
        ->capture_default_str();
    command.add_option("--complaint", options.complaints, "as of judge: slow, noise=yes, ...")
        ->check([](const std::string& given) {
            return complaintFromName(given.substr(0, given.find('=')))
                       ? std::string()
                       : "there is no complaint \"" + given + "\"";
        });
    command.add_option("--policy", options.policy, "the house policy, by name or file")->check(notEmpty());
    command.add_option("--reports", options.reports, "a folder for a report of each drive, as PDF and HTML")
        ->check(CLI::ExistingDirectory);
    command.add_flag("--mask-serials", options.maskSerials, "show only the end of serial numbers in reports");
    addWho(command, options.who);
    command.footer("Vitals, a short self-test, a sample, a scan of all of it, second looks, ruling, report: "
                   "it stops asking the "
                   "drive\nat the first step whose outcome makes the next unwise, and says so. Nothing is "
                   "written to the drive.\n"
                   "Exit status: 0 keep; 4 watch; 5 spare duty; 6 retire; 3 not judged yet; 2 the call is "
                   "wrong, or a drive "
                   "could not\nbe assessed. Of several drives, the gravest.");
}

int assess(const AssessOptions& options) {
    const auto policy = housePolicy(options.policy);
    if (!policy)
        return complain(policy.error());
    watchForInterrupt();
    int status = completeAndClean;
    for (const std::string& target : options.targets) {
        if (interrupted()) {
            Printer(stdout) << "\nNot assessed: " << QString::fromStdString(cleanText(target)) << '\n';
            status = graver(status, notToTheEnd);
            continue;
        }
        if (options.targets.size() > 1)
            Printer(stdout) << "\n==== " << QString::fromStdString(cleanText(target)) << '\n';
        status = graver(status, Assessment(options, target, *policy).run());
    }
    return status;
}

} // namespace orbita::cli
