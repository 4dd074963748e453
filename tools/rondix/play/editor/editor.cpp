#include "play/editor/editor.hpp"

#include "editing/changer.hpp"

#include "outputs.hpp"

#include <algorithm>
#include <cmath>

namespace rondix::tool {

namespace {

constexpr double longest_check = 0.25; // seconds

std::vector<Rect> bounds_of(const std::vector<Thing>& things) {
    std::vector<Rect> bounds;
    bounds.reserve(things.size());
    for (const Thing& one : things) bounds.push_back(one.bounds);
    return bounds;
}

} // namespace

void Editor::toggle() {
    on_ = !on_;
    drag_.reset();
    prompt_.reset();
    guides_.clear();
    if (on_) check_again();
}

std::optional<std::string> Editor::chosen() const {
    return chosen_.empty() ? std::nullopt : std::optional(chosen_.front());
}

bool Editor::is_chosen(const std::string& name) const {
    return std::ranges::find(chosen_, name) != chosen_.end();
}

std::optional<Thing> Editor::thing() const {
    if (chosen_.empty()) return std::nullopt;
    for (Thing& one : things_on_screen(session_))
        if (one.name == chosen_.front()) return std::move(one);
    return std::nullopt;
}

/// In the order in which they were chosen.
std::vector<Thing> Editor::chosen_things() const {
    std::vector<Thing> all = things_on_screen(session_);
    std::vector<Thing> chosen;
    for (const std::string& name : chosen_)
        for (Thing& one : all)
            if (one.name == name) chosen.push_back(one);
    return chosen;
}

std::optional<Rect> Editor::frame() const {
    if (drag_ && drag_->moved) return drag_->is;
    const std::optional<Thing> one = thing();
    return one ? std::optional(one->bounds) : std::nullopt;
}

std::vector<Rect> Editor::other_frames() const {
    std::vector<Rect> frames;
    const bool along = drag_ && drag_->moved && drag_->handle.moves() && !drag_->in_order;
    const std::vector<Thing> things = chosen_things();
    for (std::size_t i = 1; i < things.size(); ++i) {
        Rect rect = things[i].bounds;
        if (along) rect = taken(rect, {}, {drag_->was.x, drag_->was.y}, {drag_->is.x, drag_->is.y});
        frames.push_back(rect);
    }
    return frames;
}

void Editor::choose(const std::string& name) {
    chosen_ = {name};
    drag_.reset();
    prompt_.reset();
}

void Editor::choose_too(const std::string& name) {
    if (is_chosen(name))
        std::erase(chosen_, name);
    else
        chosen_.push_back(name);
    drag_.reset();
    prompt_.reset();
}

void Editor::choose_next(int way) {
    const std::vector<Thing> things = things_on_screen(session_);
    if (things.empty()) return;
    const auto now =
        std::ranges::find_if(things, [&](const Thing& one) { return one.name == chosen(); });
    const auto count = static_cast<std::ptrdiff_t>(things.size());
    const std::ptrdiff_t at = now == things.end() ? (way > 0 ? -1 : 0) : now - things.begin();
    choose(things[static_cast<std::size_t>((at + way + count) % count)].name);
}

// --- changes

void Editor::put(const Thing& one, const Rect& is) {
    const FlowFile& file = session_.file();
    const KeysToSet keys = keys_for(file, one.place, session_.runner().canvas(), one.bounds, is);
    if (keys.empty()) return;
    const bool same_size = std::lround(is.width) == std::lround(one.bounds.width) &&
                           std::lround(is.height) == std::lround(one.bounds.height);
    make((same_size ? "move " : "resize ") + in_quotes(one.name),
         set_keys(file, {{name_to_change(file, one.place), keys}}));
}

/// Those that stand in one column, row or grid with it.
std::vector<std::pair<std::string, Rect>> Editor::beside(const Thing& thing) const {
    std::vector<std::pair<std::string, Rect>> others;
    const auto& own = thing.place.control->box.group;
    for (const Thing& other : things_on_screen(session_)) {
        const auto& group = other.place.control->box.group;
        const bool together =
            group.has_value() == own.has_value() && (!group || group->text == own->text) &&
            standing_of(*other.place.screen, *other.place.control) == Standing::in_order;
        if (together && other.name != thing.name) others.emplace_back(other.name, other.bounds);
    }
    return others;
}

std::optional<Rect> Editor::mark() const {
    if (!drag_ || !drag_->moved || !drag_->in_order) return std::nullopt;
    const std::optional<Thing> moved = thing();
    const auto others = moved ? beside(*moved) : std::vector<std::pair<std::string, Rect>>{};
    if (others.empty()) return std::nullopt;
    const std::string before = stands_before(moved->place, drag_->is.middle(), others);
    const auto next = std::ranges::find(others, before, &std::pair<std::string, Rect>::first);
    const bool last = next == others.end();
    const Rect& at = last ? others.back().second : next->second;
    constexpr float away = 6;
    if (arrangement_around(*moved->place.screen, *moved->place.control) == Arrangement::column)
        return Rect{at.x, last ? at.bottom() + away : at.y - away, at.width, 0};
    return Rect{last ? at.right() + away : at.x - away, at.y, 0, at.height};
}

void Editor::reorder(const Thing& moved, Point middle) {
    make("move " + in_quotes(moved.name),
         move_control(session_.file(), name_to_change(session_.file(), moved.place),
                      stands_before(moved.place, middle, beside(moved))));
}

/// One change, of what stands freely; the others stay.
void Editor::put_all(const std::string& what, const std::vector<Thing>& things,
                     const std::vector<Rect>& where) {
    std::vector<std::pair<NameAsked, KeysToSet>> all;
    for (std::size_t i = 0; i < things.size(); ++i)
        if (standing_of(*things[i].place.screen, *things[i].place.control) == Standing::freely)
            all.emplace_back(name_to_change(session_.file(), things[i].place),
                             keys_for(session_.file(), things[i].place, session_.runner().canvas(),
                                      things[i].bounds, where[i]));
    make(what, set_keys(session_.file(), all));
}

void Editor::align(Line line) {
    const std::vector<Thing> things = chosen_things();
    if (things.size() > 1) put_all("align", things, aligned(bounds_of(things), line));
}

void Editor::spread_out(bool across) {
    const std::vector<Thing> things = chosen_things();
    if (things.size() > 2) put_all("spread", things, spread(bounds_of(things), across));
}

void Editor::turn_to(const Thing& one, float degrees) {
    make("turn " + in_quotes(one.name),
         set_keys(session_.file(),
                  {{name_to_change(session_.file(), one.place),
                    keys_for_turn(one.place, session_.runner().canvas().shape, degrees)}}));
}

void Editor::make(const std::string& what, const Changed& changed) {
    if (!changed.fault.empty()) return say_(changed.fault);
    if (changed.texts.empty()) return;
    HistoryStep step{what, {}, changed.texts};
    const FileTexts now = texts_of(session_.file());
    for (const auto& [path, text] : changed.texts)
        if (const auto known = now.find(path); known != now.end()) {
            step.before[path] = known->second;
        } else {
            const Walkthrough walk = load_walkthrough(path);
            step.before[path] = walk.source.text();
        }
    if (!write(what, changed.texts)) return;
    history_.add(std::move(step));
    check_again();
}

/// Where a file no longer says what it said, nothing is written.
bool Editor::write(const std::string& what, const FileTexts& texts) {
    std::vector<Source> sources = session_.file().sources;
    for (const auto& changed : texts) {
        const auto is_it = [&](const Source& one) { return one.name() == changed.first; };
        if (std::ranges::none_of(sources, is_it))
            sources.push_back(load_walkthrough(changed.first).source);
    }
    const std::string fault = fault_of_writing_back(sources, texts);
    if (!fault.empty()) say_("not done: " + what + ". " + fault);
    reload_();
    return fault.empty();
}

void Editor::note_from_outside(const FileTexts& before) {
    HistoryStep step{"changed in an editor", {}, {}};
    for (const auto& [path, text] : texts_of(session_.file())) {
        const auto was = before.find(path);
        if (was == before.end() || was->second == text) continue;
        step.before[path] = was->second;
        step.after[path] = text;
    }
    if (!step.after.empty()) history_.add(std::move(step));
    if (on_) check_again();
}

void Editor::undo() {
    if (const HistoryStep* step = history_.to_undo()) go_to(*step, true);
}

void Editor::redo() {
    if (const HistoryStep* step = history_.to_redo()) go_to(*step, false);
}

void Editor::go_to(const HistoryStep& step, bool back) {
    const std::string what = (back ? "undo: " : "again: ") + step.what;
    if (!write(what, back ? step.before : step.after)) return;
    back ? history_.undone() : history_.redone();
    say_(what);
    check_again();
}

/// What came and what went with the last change.
void Editor::check_again() {
    CheckOptions options;
    options.max_seconds = longest_check;
    const CheckResult result = check(session_.file(), options);
    checked_ = {};
    std::vector<std::string> now;
    for (const Finding& finding : result.findings) {
        ++(finding.severity() == Severity::error ? checked_.errors : checked_.warnings);
        now.push_back(finding.text);
    }
    for (const std::string& text : now)
        if (std::ranges::find(findings_, text) == findings_.end()) checked_.came.push_back(text);
    for (const std::string& text : findings_)
        if (std::ranges::find(now, text) == now.end()) checked_.went.push_back(text);
    findings_ = std::move(now);
}

} // namespace rondix::tool
