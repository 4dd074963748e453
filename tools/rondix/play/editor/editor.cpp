#include "play/editor/editor.hpp"

#include "outputs.hpp"
#include "walks_of.hpp"

#include "rondix/tools/names.hpp"
#include "rondix/tools/rename.hpp"

#include <algorithm>
#include <cmath>
#include <map>

namespace rondix::tool {

namespace {

constexpr float snaps_within = 6; // pixels
constexpr float starts_to_move = 3;
constexpr double longest_check = 0.25; // seconds

std::string in_quotes(const std::string& text) {
    return "'" + text + "'";
}

/// One that no control of the screen has.
std::string free_name(const std::vector<Thing>& things, const std::string& like) {
    for (int number = 2;; ++number) {
        std::string name = like + "-" + std::to_string(number);
        if (std::ranges::none_of(things, [&](const Thing& one) { return one.name == name; }))
            return name;
    }
}

/// Without the last letter.
void drop_letter(std::string& text) {
    while (!text.empty() && (static_cast<unsigned char>(text.back()) & 0xC0) == 0x80)
        text.pop_back();
    if (!text.empty()) text.pop_back();
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

// --- the pointer

bool Editor::take(const SDL_Event& event) {
    const auto point = [](int x, int y) {
        return Point{static_cast<float>(x), static_cast<float>(y)};
    };
    switch (event.type) {
    case SDL_MOUSEBUTTONDOWN:
        if (event.button.button == SDL_BUTTON_LEFT)
            press(point(event.button.x, event.button.y), (SDL_GetModState() & KMOD_SHIFT) != 0);
        return true;
    case SDL_MOUSEMOTION:
        if (drag_) drag_to(point(event.motion.x, event.motion.y));
        return true;
    case SDL_MOUSEBUTTONUP:
        if (event.button.button == SDL_BUTTON_LEFT && drag_) release();
        return true;
    case SDL_KEYDOWN: return prompt_ ? take_key_of_prompt(event.key) : take_key(event.key);
    case SDL_KEYUP: return true;
    case SDL_TEXTINPUT:
        if (prompt_) prompt_->text += event.text.text;
        return true;
    case SDL_FINGERDOWN:
    case SDL_FINGERMOTION:
    case SDL_FINGERUP:
    case SDL_MOUSEWHEEL:
    case SDL_CONTROLLERBUTTONDOWN:
    case SDL_CONTROLLERBUTTONUP:
    case SDL_CONTROLLERAXISMOTION: return true; // nothing is played
    default: return false;
    }
}

/// What is chosen is taken hold of; anything else is chosen first. With shift it is chosen as well.
void Editor::press(Point pixel, bool too) {
    prompt_.reset();
    if (too) {
        const std::vector<std::string> under =
            things_at(session_, things_on_screen(session_), to_design(pixel));
        if (!under.empty()) choose_too(under.front());
        return;
    }
    const Canvas& canvas = session_.runner().canvas();
    std::optional<Handle> handle;
    if (const std::optional<Rect> now = frame()) {
        const Point corner = canvas.to_pixel({now->x, now->y});
        handle = handle_at(
            {corner.x, corner.y, now->width * canvas.scale, now->height * canvas.scale}, pixel);
    }
    bool chose = false;
    if (!handle) {
        const std::vector<std::string> under =
            things_at(session_, things_on_screen(session_), to_design(pixel));
        if (under.empty()) return chosen_.clear();
        // One of several takes the others along.
        if (!is_chosen(under.front())) chosen_ = {under.front()};
        std::erase(chosen_, under.front());
        chosen_.insert(chosen_.begin(), under.front());
        handle = Handle{};
        chose = true;
    }
    const std::optional<Thing> one = thing();
    if (!one) return;
    drag_.emplace();
    drag_->handle = *handle;
    drag_->from = to_design(pixel);
    drag_->was = drag_->is = one->bounds;
    drag_->chose = chose;
    drag_->in_order = handle->moves() &&
                      standing_of(*one->place.screen, *one->place.control) == Standing::in_order;
    const auto& box = one->place.control->box;
    if (box.landscape) drag_->degrees_before = box.landscape->form.rotate;
    drag_->degrees = drag_->degrees_before;
}

void Editor::drag_to(Point pixel) {
    const Point to = to_design(pixel);
    const float scale = session_.runner().canvas().scale;
    const float way = std::max(std::abs(to.x - drag_->from.x), std::abs(to.y - drag_->from.y));
    if (!drag_->moved && way * scale < starts_to_move) return;
    drag_->moved = true;
    guides_.clear();
    if (drag_->handle.turns) {
        const Point middle = drag_->was.middle();
        const float angle = std::atan2(to.x - middle.x, middle.y - to.y) * 57.29578F;
        drag_->degrees = std::round(angle); // whole ones, and upright within two
        if (std::abs(drag_->degrees) <= 2) drag_->degrees = 0;
        return;
    }
    drag_->is = taken(drag_->was, drag_->handle, drag_->from, to);
    if (drag_->in_order) return;
    std::vector<Rect> others = {session_.runner().canvas().safe};
    for (const Thing& one : things_on_screen(session_))
        if (!is_chosen(one.name)) others.push_back(one.bounds);
    drag_->is = snapped(drag_->is, drag_->handle, others, snaps_within / scale, guides_);
}

void Editor::release() {
    const Drag done = *drag_;
    drag_.reset();
    guides_.clear();
    const std::optional<Thing> one = thing();
    if (!one) return;
    if (!done.moved) {
        if (done.chose) return;
        // Again at the same place: what lies beneath.
        const auto under = things_at(session_, things_on_screen(session_), done.from);
        const auto now = std::ranges::find(under, chosen_.front());
        if (!under.empty())
            choose(now == under.end() || now + 1 == under.end() ? under.front() : *(now + 1));
        return;
    }
    if (done.handle.turns) return turn_to(*one, done.degrees);
    if (done.in_order) return reorder(*one, done.is.middle());
    if (!done.handle.moves() || chosen_.size() == 1) return put(*one, done.is);
    const std::vector<Thing> all = chosen_things();
    std::vector<Rect> where;
    for (const Thing& each : all)
        where.push_back(taken(each.bounds, {}, {done.was.x, done.was.y}, {done.is.x, done.is.y}));
    put_all("move " + std::to_string(all.size()) + " things", all, where);
}

// --- keys

bool Editor::take_key(const SDL_KeyboardEvent& event) {
    const SDL_Keycode key = event.keysym.sym;
    const bool shift = (event.keysym.mod & KMOD_SHIFT) != 0;
    const float far = shift ? 10 : 1;
    if ((event.keysym.mod & KMOD_CTRL) != 0) {
        if (key == SDLK_z) shift ? redo() : undo();
        if (key == SDLK_y) redo();
        if (key == SDLK_d) ask("copy");
        if (key == SDLK_LEFT || key == SDLK_RIGHT)
            shift ? spread_out(true) : align(key == SDLK_LEFT ? Line::left : Line::right);
        if (key == SDLK_UP || key == SDLK_DOWN)
            shift ? spread_out(false) : align(key == SDLK_UP ? Line::top : Line::bottom);
        if (key == SDLK_m) align(shift ? Line::middle_down : Line::middle_across);
        return true;
    }
    switch (key) {
    case SDLK_TAB: choose_next(shift ? -1 : 1); return true;
    case SDLK_ESCAPE: chosen_.clear(); return true;
    case SDLK_LEFT: nudge(-far, 0); return true;
    case SDLK_RIGHT: nudge(far, 0); return true;
    case SDLK_UP: nudge(0, -far); return true;
    case SDLK_DOWN: nudge(0, far); return true;
    case SDLK_RETURN:
    case SDLK_t: ask("text"); return true;
    case SDLK_p: ask("press"); return true;
    case SDLK_w: ask("when"); return true;
    case SDLK_s: ask("style"); return true;
    case SDLK_h: ask("hint"); return true;
    case SDLK_n: ask("name"); return true;
    case SDLK_a: ask("add"); return true;
    case SDLK_DELETE:
        if (const auto one = thing())
            make("delete " + in_quotes(one->name),
                 remove(session_.file(), name_to_change(session_.file(), one->place)));
        return true;
    default:
        // The keys of the window itself.
        return key < SDLK_F1 || key > SDLK_F12;
    }
}

void Editor::nudge(float across, float down) {
    const std::optional<Thing> one = thing();
    if (!one) return;
    if (standing_of(*one->place.screen, *one->place.control) == Standing::freely)
        return put(*one, {one->bounds.x + across, one->bounds.y + down, one->bounds.width,
                          one->bounds.height});
    // One place on among those that it stands with.
    std::vector<Thing> all = things_on_screen(session_);
    const auto now = std::ranges::find(all, one->name, &Thing::name);
    const bool on = across > 0 || down > 0;
    if (on ? now + 1 == all.end() : now == all.begin()) return;
    const auto target = on ? now + 1 : now - 1;
    const std::string before =
        on ? (target + 1 == all.end() ? "" : (target + 1)->name) : target->name;
    make("move " + in_quotes(one->name),
         move_control(session_.file(), name_to_change(session_.file(), one->place), before));
}

// --- what is asked for

void Editor::ask(const std::string& key) {
    const std::optional<Thing> one = thing();
    if (!one && key != "add") return;
    prompt_ = Prompt{key, ""};
    if (key == "add")
        prompt_->text = "";
    else if (key == "name")
        prompt_->text = one->name;
    else if (key == "copy")
        prompt_->text = free_name(things_on_screen(session_), one->name);
    else
        prompt_->text = key_value(session_.file(), name_to_change(session_.file(), one->place), key)
                            .value_or("");
    if (key == "press" && prompt_->text.starts_with("todo ")) prompt_->text.clear();
    SDL_StartTextInput();
    SDL_FlushEvent(SDL_TEXTINPUT);
}

bool Editor::take_key_of_prompt(const SDL_KeyboardEvent& event) {
    switch (event.keysym.sym) {
    case SDLK_RETURN: answer(); break;
    case SDLK_ESCAPE: prompt_.reset(); break;
    case SDLK_BACKSPACE: drop_letter(prompt_->text); break;
    default: break;
    }
    return true;
}

void Editor::answer() {
    const Prompt asked = *prompt_;
    prompt_.reset();
    if (asked.key == "add") return add(asked.text);
    const std::optional<Thing> one = thing();
    if (!one) return;
    const FlowFile& file = session_.file();
    const NameAsked name = name_to_change(file, one->place);
    if (asked.key == "press" && !asked.text.empty()) {
        make("press of " + in_quotes(one->name), link(file, name, asked.text));
    } else if (asked.key == "name") {
        if (asked.text == one->name) return;
        Renamed renamed = rename(file, name, asked.text, walks_of(file.sources[0].name(), {}));
        const bool good = renamed.fault.empty();
        make("rename " + in_quotes(one->name) + " to " + in_quotes(asked.text),
             {std::move(renamed.fault), std::move(renamed.texts)});
        if (good) chosen_ = {asked.text};
    } else if (asked.key == "copy") {
        Changed changed = copy(file, name, asked.text);
        const bool good = changed.fault.empty();
        make("copy " + in_quotes(one->name), std::move(changed));
        if (!good) return;
        chosen_ = {asked.text};
        ask("text"); // what must differ
    } else if (asked.text.empty()) {
        make("no " + asked.key + " of " + in_quotes(one->name), drop_key(file, name, asked.key));
    } else {
        make(asked.key + " of " + in_quotes(one->name), set_key(file, name, asked.key, asked.text));
    }
}

/// A button at the end of the current screen, which does nothing yet; then what it says, and does.
void Editor::add(const std::string& name) {
    const FlowFile& file = session_.file();
    const std::string screen(
        session_.flow().text(session_.flow()[session_.runner().menu_state().foremost()].id));
    if (!is_name(name)) return say_(in_quotes(name) + " cannot be a name");
    const Changed changed = add_control(file, {NameKind::screen, screen},
                                        "{ button: " + name + ", text: " + title_from(name) +
                                            ", press: todo " + name + " }");
    const bool good = changed.fault.empty();
    make("add " + in_quotes(name), changed);
    if (!good) return;
    chosen_ = {name};
    ask("press");
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
    std::vector<Rect> where;
    for (const Thing& one : things) where.push_back(one.bounds);
    if (things.size() > 1) put_all("align", things, aligned(where, line));
}

void Editor::spread_out(bool across) {
    const std::vector<Thing> things = chosen_things();
    std::vector<Rect> where;
    for (const Thing& one : things) where.push_back(one.bounds);
    if (things.size() > 2) put_all("spread", things, spread(where, across));
}

void Editor::turn_to(const Thing& one, float degrees) {
    make("turn " + in_quotes(one.name),
         set_keys(session_.file(),
                  {{name_to_change(session_.file(), one.place),
                    keys_for_turn(one.place, session_.runner().canvas().shape, degrees)}}));
}

void Editor::make(const std::string& what, Changed changed) {
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
    for (const auto& [path, text] : texts)
        if (std::ranges::none_of(sources, [&](const Source& one) { return one.name() == path; }))
            sources.push_back(load_walkthrough(path).source);
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
