// Runner: hands each call on to what it is made of (runner_core.hpp), so that a game compiles
// against what a Runner does and not against what it has.
#include "run/runner_core.hpp"

namespace rondix {

Runner::Runner(const CompiledFlow& flow)
    : core_(std::make_unique<RunnerCore>(flow)) {}

Runner::~Runner() = default;

void Runner::start() {
    core_->start();
}

void Runner::start(HostState host) {
    core_->start(host);
}

void Runner::resume_from(const RunnerSnapshot& snapshot, bool paused_before) {
    core_->resume_from(snapshot, paused_before);
}

bool Runner::press_code(Device by, Code code) {
    return core_->press_code(by, code);
}

void Runner::release_code(Device by, Code code) {
    core_->release_code(by, code);
}

bool Runner::press(Button button, Device by) {
    return core_->press(button, by);
}

void Runner::release(Button button, Device by) {
    core_->release(button, by);
}

bool Runner::press_key(KeyId key, Device by) {
    return core_->press_key(key, by);
}

void Runner::release_key(KeyId key, Device by) {
    core_->release_key(key, by);
}

bool Runner::press_other_key(Device by) {
    return core_->press_other_key(by);
}

bool Runner::pointer_moves(Point to, Device by) {
    return core_->pointer_moves(to, by);
}

bool Runner::pointer_presses(Point at, Device by) {
    return core_->pointer_presses(at, by);
}

bool Runner::pointer_releases(Point at, Device by) {
    return core_->pointer_releases(at, by);
}

bool Runner::scroll(Point at, float lines, float lines_across) {
    return core_->scroll(at, lines, lines_across);
}

void Runner::device_gone(Device device) {
    core_->device_gone(device);
}

bool Runner::type(std::string_view text) {
    return core_->type(text);
}

bool Runner::erase() {
    return core_->erase();
}

ControlId Runner::typing() const {
    return core_->typing();
}

std::string_view Runner::typed() const {
    return core_->typed();
}

bool Runner::post(EventId event) {
    return core_->post(event);
}

bool Runner::finish(LoadTicket ticket, Answer answer) {
    return core_->finish(ticket, answer);
}

bool Runner::finish(RequestTicket ticket, Answer answer) {
    return core_->finish(ticket, answer);
}

bool Runner::report_progress(LoadTicket ticket, float share) {
    return core_->report_progress(ticket, share);
}

LoadTicket Runner::load_ticket() const {
    return core_->load_ticket();
}

RequestTicket Runner::request_ticket(RequestId request) const {
    return core_->request_ticket(request);
}

void Runner::set_loaded(SceneId scene, bool loaded) {
    core_->set_loaded(scene, loaded);
}

bool Runner::is_loaded(SceneId scene) const {
    return core_->is_loaded(scene);
}

bool Runner::set_flag(FlagId flag, bool raised) {
    return core_->set_flag(flag, raised);
}

bool Runner::set_shown_text(ControlId control, std::string_view text) {
    return core_->set_shown_text(control, text);
}
bool Runner::set_shown_value(ControlId control, std::string_view text) {
    return core_->set_shown_value(control, text);
}
bool Runner::set_shown_share(ControlId control, float share) {
    return core_->set_shown_share(control, share);
}
bool Runner::set_shown_picture(ControlId control, PictureId picture) {
    return core_->set_shown_picture(control, picture);
}

bool Runner::set_rows(ControlId list, const ListRows& rows) {
    return core_->set_rows(list, rows);
}

bool Runner::choose_row(ControlId list, std::uint32_t row) {
    return core_->choose_row(list, row);
}

std::span<const Effect> Runner::take_effects() {
    return core_->take_effects();
}

void Runner::advance(double seconds) {
    core_->advance(seconds);
}

void Runner::advance_pictures(double seconds) {
    core_->advance_pictures(seconds);
}

std::optional<double> Runner::time_until_change() const {
    return core_->time_until_change();
}

std::optional<double> Runner::time_until_due(EventId event) const {
    return core_->time_until_due(event);
}

std::optional<double> Runner::time_left() const {
    return core_->time_left();
}
std::optional<double> Runner::time_until_load_timeout() const {
    return core_->time_until_load_timeout();
}

bool Runner::set_setting(SettingId setting, std::uint16_t value) {
    return core_->set_setting(setting, value);
}

bool Runner::set_text(SettingId setting, std::string_view text) {
    return core_->set_text(setting, text);
}

std::uint16_t Runner::value_of(SettingId setting) const {
    return core_->value_of(setting);
}

std::uint16_t Runner::kept_value_of(SettingId setting) const {
    return core_->kept_value_of(setting);
}

std::string_view Runner::text_of(SettingId setting) const {
    return core_->text_of(setting);
}

std::string_view Runner::shown_value(SettingId setting) const {
    return core_->shown_value(setting);
}

const Bindings& Runner::bindings() const {
    return core_->bindings();
}

void Runner::set_bindings(const Bindings& bindings, const CodeNames& names) {
    core_->set_bindings(bindings, names);
}

bool Runner::rebind(DeviceKind kind, Code code, Target target) {
    return core_->rebind(kind, code, target);
}

void Runner::choose_bindings(const Bindings& bindings) {
    core_->choose_bindings(bindings);
}

ControlId Runner::listening() const {
    return core_->listening();
}

void Runner::resize(float width, float height) {
    core_->resize(width, height);
}

const Canvas& Runner::canvas() const {
    return core_->canvas();
}

void Runner::set_text_measurer(const TextMeasurer& text_measurer) {
    core_->set_text_measurer(text_measurer);
}

void Runner::set_translator(const Translator& translator) {
    core_->set_translator(translator);
}

std::size_t Runner::cut_texts() const {
    return core_->cut_texts();
}

void Runner::set_mirrored(bool mirrored) {
    core_->set_mirrored(mirrored);
}

void Runner::set_motion(bool moves) {
    core_->set_motion(moves);
}

std::span<const Item> Runner::view() {
    return core_->view();
}

bool Runner::needs_redraw() const {
    return core_->needs_redraw();
}

const CompiledFlow& Runner::flow() const {
    return core_->flow();
}

const MenuState& Runner::menu_state() const {
    return core_->menu_state();
}

ControlId Runner::focus() const {
    return core_->focus();
}

ControlId Runner::focus_of(ScreenId screen) const {
    return core_->focus_of(screen);
}

bool Runner::pointer_shown() const {
    return core_->pointer_shown();
}

Device Runner::device() const {
    return core_->device();
}

AccessibleInfo Runner::accessible_info(ControlId control) const {
    return core_->accessible_info(control);
}

std::string_view Runner::shown_text(std::string_view written) const {
    return core_->shown_text(written);
}

ControlId Runner::unfolded() const {
    return core_->unfolded();
}

Rect Runner::bounds_of(ControlId control) const {
    return core_->bounds_of(control);
}
Rect Runner::seen_of(ControlId control) const {
    return core_->seen_of(control);
}
void Runner::bring_into_view(ControlId control) {
    core_->bring_into_view(control);
}

Rect Runner::bounds_of_row(ControlId list, std::uint32_t row) const {
    return core_->bounds_of_row(list, row);
}

std::uint32_t Runner::row_in_focus(ControlId list) const {
    return core_->row_in_focus(list);
}

ListRows Runner::rows_of(ControlId list) const {
    return core_->rows_of(list);
}

std::span<const Placed> Runner::places_of(ScreenId screen) const {
    return core_->places_of(screen);
}

ControlId Runner::route(ControlId from, Button direction) {
    return core_->route(from, direction);
}

HostRecord Runner::host_record() const {
    return core_->host_record();
}
bool Runner::was_set(FlagId flag) const {
    return core_->was_set(flag);
}
bool Runner::replay(Move move) {
    return core_->replay(move);
}

std::span<const Move> Runner::take_moves() {
    return core_->take_moves();
}

std::uint64_t Runner::moves_made() const {
    return core_->moves_made();
}

} // namespace rondix
