#include "walk/walked_rows.hpp"

#include "rondix/tools/names.hpp"

#include <algorithm>
#include <charconv>
#include <vector>

namespace rondix {

namespace {

constexpr std::string_view row_word = " row ";
constexpr std::uint32_t most_looked_at = 100'000; // rows

/// "row 2" of a list whose rows differ in what they do is the second of these, as `check` writes
/// it.
bool is_kind_of_row(const Control& list, std::string_view text) {
    std::uint32_t number = 0;
    const auto [end, fault] = std::from_chars(text.data(), text.data() + text.size(), number);
    const bool is_number = fault == std::errc() && end == text.data() + text.size();
    return list.presses > 1 && is_number && number >= 1 && number <= list.presses;
}

} // namespace

WalkedRows::WalkedRows(Runner& runner)
    : runner_(runner) {
    for (const RowLooks& row : runner_.flow().looks.rows) {
        const ListRows rows = runner_.rows_of(row.list);
        if (row.samples.count > 0 && rows.count > 0 && !rows.row) samples_.give(runner_, row.list);
    }
}

WalkedRows::~WalkedRows() {
    for (const RowLooks& row : runner_.flow().looks.rows)
        if (const ListRows rows = runner_.rows_of(row.list); samples_.gave(rows))
            runner_.set_rows(row.list, {rows.count});
}

void WalkedRows::follow(Move move) {
    if (move.kind != MoveKind::raise && move.kind != MoveKind::lower) return;
    const CompiledFlow& flow = runner_.flow();
    for (const RowLooks& row : flow.looks.rows) {
        if (flow[row.list].has_rows != move.flag() || row.samples.count == 0) continue;
        if (move.kind == MoveKind::raise)
            samples_.give(runner_, row.list);
        else
            runner_.set_rows(row.list, {});
    }
}

std::optional<RowByText> WalkedRows::named(std::string_view subject) const {
    const std::size_t end = subject.find(row_word);
    if (end == std::string_view::npos) return std::nullopt;
    const CompiledFlow& flow = runner_.flow();
    const std::string_view text = subject.substr(end + row_word.size());
    const ControlId list = flow.control(runner_.menu_state().foremost(), subject.substr(0, end));
    if (list == no_control || flow[list].kind != ControlKind::list) return std::nullopt;
    if (is_kind_of_row(flow[list], text)) return std::nullopt;
    return RowByText{list, text};
}

std::optional<ListRow> WalkedRows::choose(const RowByText& wanted, std::string& fault) {
    const ListRows rows = runner_.rows_of(wanted.list);
    std::vector<std::string> names;
    for (std::uint32_t number = 0; number < std::min(rows.count, most_looked_at); ++number) {
        const ListRow row = rows[number];
        names.emplace_back(runner_.shown_text(row.text));
        if (names.back() != wanted.text) continue;
        runner_.bring_into_view(wanted.list);
        runner_.choose_row(wanted.list, number);
        return row;
    }
    const std::string list(runner_.flow().text(runner_.flow()[wanted.list].id));
    const std::vector<std::string_view> known(names.begin(), names.end());
    fault = names.empty() ? "'" + list + "' has no rows here; 'game raises " + list +
                                " has rows' gives it those of its 'samples'"
                          : "'" + list + "' has no row '" + std::string(wanted.text) + "'" +
                                suggestion(wanted.text, known).text;
    return std::nullopt;
}

Point WalkedRows::middle_of(ControlId list) const {
    return runner_.bounds_of_row(list, runner_.row_in_focus(list)).middle();
}

} // namespace rondix
