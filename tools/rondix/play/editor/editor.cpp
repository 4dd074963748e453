#include "play/editor/editor.hpp"

#include "editing/changer.hpp"
#include "editing/texts.hpp"

#include "outputs.hpp"

#include <algorithm>
#include <cmath>

namespace rondix::tool {

namespace {

std::vector<Rect> bounds_of(const std::vector<Thing>& things) {
    std::vector<Rect> bounds;
    bounds.reserve(things.size());
    for (const Thing& one : things) bounds.push_back(one.bounds);
    return bounds;
}

} // namespace

Editor::Editor(Session& session, EditorHost host)
    : session_(session)
    , host_(std::move(host))
    , sheet_(session)
    , history_(texts_of(session.file()))
    , noted_(session.readings()) {}

void Editor::toggle() {
    on_ = !on_;
    drag_.reset();
    prompt_.reset();
    guides_ = {};
    sheet_shown_ = Sheet::none;
    check_is_due_ = on_;
}

Size Editor::window_size() const {
    const Canvas& canvas = session_.runner().canvas();
    return {canvas.size.width * canvas.scale + 2 * canvas.origin.x,
            canvas.size.height * canvas.scale + 2 * canvas.origin.y};
}

// --- choosing

const std::vector<Thing>& Editor::things() const {
    return seen_.of(session_);
}

bool Editor::is_chosen(const std::string& name) const {
    return std::ranges::find(chosen_, name) != chosen_.end();
}

const Thing* Editor::thing() const {
    if (chosen_.empty()) return nullptr;
    const auto found = std::ranges::find(things(), chosen_.front(), &Thing::name);
    return found == things().end() ? nullptr : &*found;
}

/// In the order in which they were chosen.
std::vector<Thing> Editor::chosen_things() const {
    std::vector<Thing> chosen;
    for (const std::string& name : chosen_)
        for (const Thing& one : things())
            if (one.name == name) chosen.push_back(one);
    return chosen;
}

std::optional<Rect> Editor::frame() const {
    if (drag_ && drag_->moved) return drag_->is;
    const Thing* one = thing();
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
    const std::vector<Thing>& all = things();
    if (all.empty()) return;
    const auto now =
        chosen_.empty() ? all.end() : std::ranges::find(all, chosen_.front(), &Thing::name);
    const auto count = static_cast<std::ptrdiff_t>(all.size());
    const std::ptrdiff_t at = now == all.end() ? (way > 0 ? -1 : 0) : now - all.begin();
    choose(all[static_cast<std::size_t>((at + way + count) % count)].name);
}

// --- changes

void Editor::put(const Thing& one, const Rect& is) {
    const FlowFile& file = session_.file();
    const KeysToSet keys = keys_for(file, one.place, session_.runner().canvas(), one.bounds, is);
    const bool same_size = std::lround(is.width) == std::lround(one.bounds.width) &&
                           std::lround(is.height) == std::lround(one.bounds.height);
    if (keys.empty() && same_size) return;
    if (keys.empty()) return host_.say(one.name + " is as large as what it stands in");
    make((same_size ? "move " : "resize ") + in_quotes(one.name),
         set_keys(file, {{one.place.name, keys}}));
}

/// Those that stand in one column, row or grid with it.
std::vector<std::pair<std::string, Rect>> Editor::beside(const Thing& thing) const {
    std::vector<std::pair<std::string, Rect>> others;
    if (!thing.is(PlaceOf::control)) return others;
    const auto& own = thing.place.box->group;
    for (const Thing& other : things()) {
        if (!other.is(PlaceOf::control) || other.name == thing.name) continue;
        const auto& group = other.place.box->group;
        const bool together = group.has_value() == own.has_value() &&
                              (!group || group->text == own->text) &&
                              standing_of(other.place) == Standing::in_order;
        if (together) others.emplace_back(other.name, other.bounds);
    }
    return others;
}

std::optional<Rect> Editor::mark() const {
    if (!drag_ || !drag_->moved || !drag_->in_order) return std::nullopt;
    const Thing* moved = thing();
    const auto others = moved ? beside(*moved) : std::vector<std::pair<std::string, Rect>>{};
    if (others.empty()) return std::nullopt;
    const std::string before = stands_before(moved->place, drag_->is.middle(), others);
    const auto next = std::ranges::find(others, before, &std::pair<std::string, Rect>::first);
    const bool last = next == others.end();
    const Rect& at = last ? others.back().second : next->second;
    constexpr float away = 6;
    if (arrangement_around(moved->place) == Arrangement::column)
        return Rect{at.x, last ? at.bottom() + away : at.y - away, at.width, 0};
    return Rect{last ? at.right() + away : at.x - away, at.y, 0, at.height};
}

void Editor::reorder(const Thing& moved, Point middle) {
    if (!moved.is(PlaceOf::control))
        return host_.say(moved.name + " stands where what is around it puts it");
    make("move " + in_quotes(moved.name),
         move_control(session_.file(), moved.place.name,
                      stands_before(moved.place, middle, beside(moved))));
}

/// One change, of what stands freely; the others stay.
void Editor::put_all(const std::string& what, const std::vector<Thing>& things,
                     const std::vector<Rect>& where) {
    std::vector<std::pair<NameAsked, KeysToSet>> all;
    for (std::size_t i = 0; i < things.size(); ++i)
        if (standing_of(things[i].place) == Standing::freely)
            all.emplace_back(things[i].place.name,
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
                  {{one.place.name,
                    keys_for_turn(one.place, session_.runner().canvas().shape, degrees)}}));
}

void Editor::let_loose() {
    const Thing* one = thing();
    if (!one) return;
    if (!one->is(PlaceOf::control)) return host_.say("only controls stand in columns and rows");
    const FlowFile& file = session_.file();
    const NameAsked& name = one->place.name;
    if (standing_of(one->place) == Standing::freely) {
        make("put " + in_quotes(one->name) + " among the others", drop_key(file, name, "place"));
        return;
    }
    const Canvas& canvas = session_.runner().canvas();
    Changed free = set_keys(file, {{name, keys_to_stand_freely(one->place, canvas, one->bounds)}});
    if (free.fault.empty() && one->place.box->group) {
        const Changed out = drop_key(with_texts(file, free.texts), name, "in");
        free.fault = out.fault;
        for (const auto& [path, text] : out.texts) free.texts[path] = text;
    }
    make("let " + in_quotes(one->name) + " stand freely", free);
}

void Editor::drop_chosen() {
    const Thing* one = thing();
    if (!one) return;
    const FlowFile& file = session_.file();
    const std::string what = "delete " + in_quotes(one->name);
    switch (one->place.of) {
    case PlaceOf::control:
    case PlaceOf::group: make(what, remove(file, one->place.name)); break;
    case PlaceOf::piece:
    case PlaceOf::layout:
    case PlaceOf::heading: {
        const std::string& path = one->place.path; // ends with a dot
        make(what, drop_key(file, one->place.name, path.substr(0, path.size() - 1)));
        break;
    }
    }
}

/// False: it was not done, and that was said; or there was nothing to do.
bool Editor::make(const std::string& what, const Changed& changed) {
    if (!changed.fault.empty()) host_.say(changed.fault);
    if (!changed.fault.empty() || changed.texts.empty()) return false;
    HistoryStep step{what, {}, changed.texts};
    const FileTexts now = texts_of(session_.file());
    for (const auto& [path, text] : changed.texts)
        if (const auto known = now.find(path); known != now.end()) {
            step.before[path] = known->second;
        } else {
            const Walkthrough walk = load_walkthrough(path);
            step.before[path] = walk.source.text();
        }
    if (!write(what, changed.texts)) return false;
    history_.add(std::move(step));
    note_reading();
    return true;
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
    host_.reload();
    if (fault.empty()) return true;
    note_reading(); // what somebody saved, mostly
    host_.say("not done: " + what + ". " + fault);
    return false;
}

/// To be called whenever the flow was read: what was written may have been changed by somebody
/// before it was. Where a reading came to nothing, what stands there is from before.
void Editor::note_reading() {
    check_is_due_ = on_;
    if (noted_ == session_.readings()) return;
    noted_ = session_.readings();
    history_.saw(texts_of(session_.file()));
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
    note_reading(); // (the step may go with what is noted)
    host_.say(what);
}

} // namespace rondix::tool
