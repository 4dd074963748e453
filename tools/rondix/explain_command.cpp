// rondix explain: what a finding means, why it hurts players, a flow that has it, and its fix.
#include "commands.hpp"

#include "broken_flows.hpp"
#include "pictures.hpp"
#include "rondix/tools/check.hpp"
#include "rondix/tools/fix.hpp"
#include "rondix/tools/names.hpp"
#include "rondix/tools/report.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cstdlib>
#include <filesystem>
#include <fstream>
#include <memory>

namespace rondix::tool {

namespace {

namespace fs = std::filesystem;

std::string_view word_of(Severity severity) {
    return severity == Severity::error ? "error" : "warning";
}

/// Without the marks that are for tests.
std::string plain(std::string_view text) {
    std::string out;
    while (!text.empty()) {
        const std::size_t end = std::min(text.find('\n'), text.size());
        std::string_view line = text.substr(0, end);
        if (const std::size_t mark = line.find("# finds:"); mark != std::string_view::npos) {
            line = line.substr(0, mark);
            while (line.ends_with(' ')) line.remove_suffix(1);
        }
        out += std::string(line) + "\n";
        text.remove_prefix(std::min(end + 1, text.size()));
    }
    return out;
}

/// A folder of its own for a while, with the pictures of the flows in it; the process stands in it.
class ExampleFolder {
  public:
    ExampleFolder() {
        std::string name = (fs::temp_directory_path() / "rondix-explain-XXXXXX").string();
        if (mkdtemp(name.data()) == nullptr) return;
        folder_ = name;
        fs::create_directory(folder_ / "art");
        for (const auto& [file, text] : broken_art)
            std::ofstream(folder_ / file, std::ios::binary) << text;
        before_ = fs::current_path();
        fs::current_path(folder_);
    }
    ~ExampleFolder() {
        if (folder_.empty()) return;
        std::error_code none;
        fs::current_path(before_, none);
        fs::remove_all(folder_, none);
    }
    ExampleFolder(const ExampleFolder&) = delete;
    ExampleFolder& operator=(const ExampleFolder&) = delete;

  private:
    fs::path folder_, before_;
};

/// The flow, what check says of it, and what fixes it.
void show_example(const RuleRow& row) {
    const ExampleFolder folder;
    for (const auto& [name, text] : broken_flows) {
        if (name != row.example) continue;
        const FlowFile file = load_flow_text(std::string(name) + ".flow.yaml", plain(text));
        const LookAt looks = look_at_sizes({});
        fmt::print("\n  Example:\n\n{}\n", file.sources[0].text());
        for (const FixResult::One& one : fix_all(file, FixWhich::all, {}, looks).all) {
            fmt::print("  What check reports:\n\n{}\n", finding_text(one.finding, one.sources));
            if (one.fix) fmt::print("  Fix ({}):\n\n{}", one.fix->what, one.difference);
        }
    }
}

int list_all() {
    std::size_t width = 0;
    for (const RuleRow& row : rule_table()) width = std::max(width, row.name.size());
    for (const RuleRow& row : rule_table())
        fmt::print("{:<{}}  {:<7}  {}\n", row.name, width, word_of(row.severity), row.meaning);
    return proved;
}

int run(const std::string& rule) {
    if (rule.empty()) return list_all();
    std::vector<std::string_view> names;
    for (const RuleRow& row : rule_table()) {
        names.push_back(row.name);
        if (row.name != rule) continue;
        fmt::print("{} ({}): {}\n  {}\n", row.name, word_of(row.severity), row.meaning, row.why);
        if (row.severity == Severity::warning)
            fmt::print("  To allow it, write there: # allow: {}, because ...\n", row.name);
        show_example(row);
        return proved;
    }
    fmt::print(stderr, "error: there is no rule '{}'{}\n'rondix explain' lists all\n", rule,
               suggestion(rule, names).text);
    return cannot_be_used;
}

} // namespace

Run add_explain(Command& command) {
    const auto rule = std::make_shared<std::string>();
    command.text("RULE", *rule, "the name in brackets at the end of a finding (default: list all)")
        .means(Means::rule);
    command.describes("Explain a rule: what a finding means, why it hurts players, a flow that has "
                      "it, and its fix.");
    command.example("rondix explain no-way-out", "explain one rule");
    return [rule] { return run(*rule); };
}

} // namespace rondix::tool
