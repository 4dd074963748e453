#include "check/evidence.hpp"

#include "rondix/move_text.hpp"

#include <stdexcept>

namespace rondix {

void Evidence::show(Listing::Number number, Finding& finding) {
    finding.how = moves_to(number);
    finding.here = what_the_player_can_do(number);
    finding.disabled = disabled_buttons(number);
}

std::vector<std::string> Evidence::moves_to(Listing::Number number) {
    std::vector<std::string> words;
    start(flow_, replayed_);
    for (const Move move : listing_.shortest_moves(number)) {
        words.push_back(move_text(flow_, move));
        if (!apply(flow_, replayed_, move).answered)
            throw std::logic_error("a finding could not be replayed: '" + words.back() +
                                   "' is refused");
    }
    listing_.get(number, there_);
    if (!(replayed_ == there_))
        throw std::logic_error("a finding could not be replayed: it ends elsewhere");
    return words;
}

std::vector<std::string> Evidence::what_the_player_can_do(Listing::Number number) {
    std::vector<std::string> words;
    listing_.get(number, there_);
    const std::size_t count = list_moves(flow_, there_, room_);
    for (std::size_t i = 0; i < count; ++i) {
        if (!is_players(room_[i].kind)) continue;
        replayed_ = there_;
        if (!apply(flow_, replayed_, room_[i]).answered) continue;
        words.push_back(move_text(flow_, room_[i]) + result_of(there_));
    }
    return words;
}

std::vector<std::string> Evidence::disabled_buttons(Listing::Number number) {
    std::vector<std::string> names;
    listing_.get(number, there_);
    const Range controls = flow_[there_.current()].controls;
    for (std::uint32_t i = controls.begin; i < controls.end(); ++i)
        if (flow_.controls[i].kind == ControlKind::button && !usable(flow_, there_, ControlId{i}))
            names.emplace_back(flow_.text(flow_.controls[i].id));
    return names;
}

std::string Evidence::result_of(const Situation& before) {
    if (replayed_ == before) return " (changes nothing)";
    if (replayed_.current() != before.current())
        return " (leads to '" + std::string(flow_.text(flow_[replayed_.current()].id)) + "')";
    return " (stays on '" + std::string(flow_.text(flow_[before.current()].id)) + "')";
}

} // namespace rondix
