// Frames are numbered here; what moves do in them is worked out in exploring.cpp.
#include "proof/frames.hpp"

#include "logic/row_fields.hpp"

#include <algorithm>
#include <array>

namespace rondix {

namespace {

/// The flow with five screens more, which no step names, and with nothing that pauses or is urgent
/// but one of them each: what lies beneath is part of the frame, not of the screens that stand in
/// for it. Its other tables stand where those of the flow stand.
CompiledFlow sandbox_flow(const CompiledFlow& flow) {
    CompiledFlow sandbox;
    rows::each_table_of(
        [](const auto& from, auto& to) {
            to = to.at({from.data(), from.size()});
        },
        flow, sandbox);
    rows::put_rest(rows::rest_of(flow), sandbox);
    for (Screen& screen : sandbox.screens.edit()) {
        screen.pauses = screen.urgent = false;
        screen.closes_when = fails;
    }
    Screen extra;
    extra.pauses = false;
    sandbox.screens.append(std::array{extra, extra, extra, extra, extra});
    sandbox.screens.edit(flow.screens.size()).play = true;
    sandbox.screens.edit(flow.screens.size() + 2).pauses = true;
    sandbox.screens.edit(flow.screens.size() + 3).urgent = true;
    return sandbox;
}

std::vector<Link> links_with(const CompiledFlow& flow, const MenuState* also) {
    std::vector<Link> all = links(flow);
    for (std::size_t i = 1; also && i < also->depth(); ++i)
        all.push_back({also->screen_at(i - 1),
                       also->screen_at(i),
                       LinkKind::forward,
                       StepKind::open,
                       no_scene,
                       {}});
    return all;
}

} // namespace

Frames::Frames(const CompiledFlow& flow, Budget& budget, const MenuState* also,
               std::size_t max_reopenable, const std::set<ScreenId>& matter)
    : Frames(flow, budget, links_with(flow, also), max_reopenable, matter) {}

Frames::Frames(const CompiledFlow& flow, Budget& budget, const std::vector<Link>& links,
               std::size_t max_reopenable, const std::set<ScreenId>& matter)
    : flow_(flow)
    , budget_(budget)
    , circles_(flow, links, max_reopenable, matter)
    , is_loose_(!circles_.largest_loose().empty())
    , sandbox_(sandbox_flow(flow))
    , play_bottom_(ScreenId(flow.screens.size()))
    , menu_bottom_(ScreenId(flow.screens.size() + 1))
    , pausing_stub_(ScreenId(flow.screens.size() + 2))
    , blocking_stub_(ScreenId(flow.screens.size() + 3))
    , beneath_(ScreenId(flow.screens.size() + 4))
    , sets_(1)
    , cases_(flow, budget.max_cases())
    , before_(sandbox_)
    , after_(sandbox_)
    , again_(sandbox_) {
    for (const Event& event : flow.events)
        if (event.action != unsaid && event.during != During::any) pause_matters_ = true;
    some_doubts_ = is_loose_;
    find_sought(links);
    branches_.reserve(2 * flow.controls.size() + 4 * flow.screens.size());
    frames_.reserve(2 * flow.screens.size());
    numbers_.reserve(2 * flow.screens.size());
}

void Frames::find_sought(const std::vector<Link>& links) {
    sought_.resize(flow_.screens.size());
    std::map<ScreenId, std::vector<bool>> leading;
    const auto add = [&](std::size_t from, ScreenId to) {
        auto& known = sought_[from];
        if (to == ScreenId(from)) return;
        if (leading.at(to)[from] && !circles_.share_loosely(to, ScreenId(from))) return;
        if (std::find(known.begin(), known.end(), to) == known.end()) known.push_back(to);
    };
    for (const Link& link : links) {
        if (link.step != StepKind::back_to) continue;
        if (!leading.contains(link.to)) leading[link.to] = circles_.leading_to(link.to);
        if (link.from != no_screen)
            add(index(link.from), link.to);
        else
            for (std::size_t from = 0; from < sought_.size(); ++from) add(from, link.to);
    }
}

// --- numbering

FrameId Frames::frame_of(const MenuState& state) {
    return number_of(frame_at(state));
}

std::vector<FrameId> Frames::frames_of(const MenuState& state) {
    std::vector<FrameId> frames;
    MenuState beneath = state;
    for (std::size_t depth = state.depth(); depth > 0; --depth) {
        beneath.keep(depth);
        frames.push_back(frame_of(beneath));
    }
    std::reverse(frames.begin(), frames.end());
    return frames;
}

Frame Frames::frame_at(const MenuState& state) {
    Frame frame;
    const std::size_t top = state.depth() - 1;
    frame.scene = state.scene();
    frame.phase = state.phase();
    frame.screen = state.current();
    frame.bottom = top == 0;
    frame.pages = state.pages_at(top);
    frame.question = state.question();
    // A stack may be deep: it is looked through only where something beneath could matter.
    if (!pause_matters_ && frame.phase != Phase::loading && !circles_.remembers(frame.screen))
        return frame;
    std::vector<ScreenId> reopenable;
    for (std::size_t i = 0; i < top; ++i) {
        const ScreenId open = state.screen_at(i);
        Frame beneath = frame;
        beneath.screen = open;
        beneath.bottom = i == 0;
        beneath.question = state.question_at(i);
        frame.halted = pauses(beneath);
        frame.held = holds_load(beneath);
        if (circles_.share(open, frame.screen)) reopenable.push_back(open);
    }
    frame.reopenable = set_number(std::move(reopenable));
    return frame;
}

FrameId Frames::number_of(const Frame& frame) {
    const auto [found, is_new] = numbers_.try_emplace(frame, static_cast<FrameId>(frames_.size()));
    if (is_new) {
        if (frames_.size() >= most_) throw Stopped{Stop::heads};
        frames_.push_back(frame);
        explored_.push_back({not_yet, 0});
    }
    return found->second;
}

std::optional<FrameId> Frames::find(const Frames& others, FrameId id) const {
    Frame frame = others[id];
    std::vector<ScreenId> reopenable = others.reopenable(id);
    std::erase_if(reopenable, [&](ScreenId open) { return !circles_.share(open, frame.screen); });
    const auto set = set_numbers_.find(reopenable);
    if (!reopenable.empty() && set == set_numbers_.end()) return std::nullopt;
    frame.reopenable = reopenable.empty() ? 0 : set->second;
    const auto found = numbers_.find(frame);
    return found == numbers_.end() ? std::nullopt : std::optional(found->second);
}

std::size_t Frames::HashOfFrame::operator()(const Frame& frame) const {
    const std::uint64_t one =
        std::uint64_t{index(frame.scene)} | std::uint64_t{index(frame.screen)} << 16 |
        static_cast<std::uint64_t>(frame.phase) << 32 | std::uint64_t{frame.bottom} << 34 |
        std::uint64_t{frame.halted} << 35 | std::uint64_t{frame.held} << 36 |
        std::uint64_t{frame.pages} << 40;
    const std::uint64_t two = std::uint64_t{index(frame.question)} << 32 | frame.reopenable;
    return std::hash<std::uint64_t>()(one * 0x9E3779B97F4A7C15 ^ two);
}

std::uint32_t Frames::set_number(std::vector<ScreenId> screens) {
    if (screens.empty()) return 0;
    std::sort(screens.begin(), screens.end());
    const auto [found, is_new] =
        set_numbers_.try_emplace(screens, static_cast<std::uint32_t>(sets_.size()));
    if (is_new) {
        set_entries_ += screens.size();
        sets_.push_back(std::move(screens));
    }
    return found->second;
}

/// About what all of it takes, with the nodes of the maps.
std::size_t Frames::bytes() const {
    constexpr std::size_t node = 64;
    return branches_.capacity() * sizeof branches_[0] + literals_.capacity() * sizeof literals_[0] +
           frames_.size() * (2 * sizeof frames_[0] + node) +
           2 * (set_entries_ * sizeof(ScreenId) +
                sets_.size() * (sizeof(std::vector<ScreenId>) + node));
}

/// Whether something at or beneath this frame pauses the game.
bool Frames::pauses(const Frame& frame) const {
    if (!pause_matters_ || !over_play(frame)) return false;
    return frame.halted || frame.question != no_screen ||
           (!frame.bottom && flow_[frame.screen].pauses);
}

/// Whether something at or beneath this frame makes the answer to a load wait.
bool Frames::holds_load(const Frame& frame) const {
    if (frame.phase != Phase::loading) return false;
    return frame.held || (!frame.bottom && flow_[frame.screen].urgent);
}

Frame Frames::on_top_of(const Frame& frame, ScreenId screen) {
    Frame top = frame;
    top.screen = screen;
    top.bottom = false;
    top.pages = 0;
    top.question = no_screen;
    top.halted = pauses(frame);
    top.held = holds_load(frame);
    std::vector<ScreenId> reopenable;
    for (const ScreenId open : sets_[frame.reopenable])
        if (circles_.share(open, screen)) reopenable.push_back(open);
    if (circles_.share(frame.screen, screen)) reopenable.push_back(frame.screen);
    top.reopenable = set_number(std::move(reopenable));
    return top;
}

Frame Frames::in_place_of(const Frame& frame, ScreenId screen) {
    Frame other = frame;
    other.screen = screen;
    if (screen == frame.screen) return other;
    std::vector<ScreenId> reopenable = sets_[frame.reopenable];
    std::erase_if(reopenable, [&](ScreenId open) { return !circles_.share(open, screen); });
    other.reopenable = set_number(std::move(reopenable));
    return other;
}

} // namespace rondix
