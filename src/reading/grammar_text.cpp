#include "reading/grammar_text.hpp"

#include "reading/grammar.hpp"
#include "reading/style_words.hpp"
#include "rondix/tools/finding.hpp"

namespace rondix {

namespace {

using grammar::KeyRow;
using grammar::Owner;

std::string table(std::string_view name, const std::string& rows) {
    return "<!-- table: " + std::string(name) + " -->\n" + rows + "<!-- end -->\n";
}

std::string table_of(Owner owner) {
    std::string rows = "| key | meaning | default |\n|---|---|---|\n";
    for (const KeyRow& row : grammar::keys) {
        if (row.owner != owner || row.form == grammar::Form::version) continue;
        const bool is_needed = row.how == grammar::needed;
        rows += "| `" + std::string(row.key) + "` | " + std::string(row.help) + " | " +
                (is_needed ? "required" : std::string(row.unsaid)) + " |\n";
    }
    return table(grammar::row_of(owner).name, rows);
}

std::string kinds() {
    std::string rows = "| control | meaning | keys of its own |\n|---|---|---|\n";
    for (const grammar::ControlRow& control : grammar::controls) {
        std::string own;
        for (const KeyRow& row : grammar::keys)
            if (row.owner == Owner::control && row.kinds != 0 &&
                grammar::has_key(control.kind, row.key))
                own += (own.empty() ? "`" : ", `") + std::string(row.key) + "`";
        rows += "| `" + std::string(control.name) + "` | " + std::string(control.help) + " | " +
                own + " |\n";
    }
    return table("kinds", rows);
}

std::string steps() {
    std::string rows = "| step | does |\n|---|---|\n";
    bool moving = true;
    for (const grammar::StepRow& step : grammar::steps) {
        if (moving && !step.moves) rows += "| | |\n";
        moving = step.moves;
        rows += "| `" + std::string(step.name) + (step.operands.empty() ? "" : " ") +
                std::string(step.operands) + "` | " + std::string(step.help) + " |\n";
    }
    return table("steps", rows);
}

std::string styles() {
    std::string rows = "| key | meaning |\n|---|---|\n";
    for (const StyleWord& word : style_words())
        rows += "| `" + std::string(word.key) + "` | " + std::string(word.help) +
                (word.whole ? "; the same in every state" : "") + " |\n";
    rows += "| `extends` | another style, whose other keys apply; `none`: nothing does, not even "
            "what the built-in theme says of it |\n";
    return table("style", rows);
}

std::string rules() {
    std::string rows = "| rule | severity | meaning | why it matters |\n|---|---|---|---|\n";
    for (const RuleRow& row : rule_table())
        rows += "| <a id=\"" + std::string(row.name) + "\"></a>`" + std::string(row.name) + "` | " +
                (row.severity == Severity::error ? "error" : "warning") + " | " +
                std::string(row.meaning) + " | " + std::string(row.why) + " |\n";
    return table("rules", rows);
}

} // namespace

std::string grammar_tables() {
    std::string all;
    for (const grammar::OwnerRow& owner : grammar::owners)
        if (owner.owner != Owner::nothing && owner.owner != Owner::part_use)
            all += table_of(owner.owner);
    return all + kinds() + steps() + styles() + rules();
}

} // namespace rondix
