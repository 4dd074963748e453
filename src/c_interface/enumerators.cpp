// The kinds of C are those of C++, number by number: what was added in one place only does not
// compile.
#include "c_interface/convert.hpp"

#include "rondix/runtime/apply.hpp"

#define SAME(c_name, cpp_name)                                                                     \
    static_assert(static_cast<unsigned>(c_name) == static_cast<unsigned>(rondix::cpp_name))

SAME(RONDIX_DONE, StatusCode::done);
SAME(RONDIX_OTHER_FORMAT, StatusCode::other_format);
SAME(RONDIX_OTHER_VERSION, StatusCode::other_version);
SAME(RONDIX_DAMAGED, StatusCode::damaged);
SAME(RONDIX_NOT_WRITTEN, StatusCode::not_written);
SAME(RONDIX_NOT_DRAWN, StatusCode::not_drawn);
SAME(RONDIX_ANSWER_DONE, Answer::done);
SAME(RONDIX_ANSWER_FAILED, Answer::failed);

SAME(RONDIX_KEYBOARD, DeviceKind::keyboard);
SAME(RONDIX_PAD, DeviceKind::pad);
SAME(RONDIX_POINTER, DeviceKind::pointer);
SAME(RONDIX_TOUCH, DeviceKind::touch);
SAME(RONDIX_UP, Button::up);
SAME(RONDIX_DOWN, Button::down);
SAME(RONDIX_LEFT, Button::left);
SAME(RONDIX_RIGHT, Button::right);
SAME(RONDIX_ACCEPT, Button::accept);
SAME(RONDIX_BACK, Button::back);
SAME(RONDIX_MENU, Button::menu);
SAME(RONDIX_PAGES_BACK, Button::pages_back);
SAME(RONDIX_PAGES_ON, Button::pages_on);
static_assert(RONDIX_BUTTONS == rondix::button_count);
static_assert(RONDIX_MOST_CODES == rondix::Bindings::max_codes);
static_assert(RONDIX_LOOK_STATES == rondix::look_state_count);
static_assert(RONDIX_NEXT_PAGE == rondix::next_page);
static_assert(RONDIX_PREVIOUS_PAGE == rondix::previous_page);

SAME(RONDIX_LABEL, ControlKind::label);
SAME(RONDIX_PICTURE, ControlKind::picture);
SAME(RONDIX_PANEL, ControlKind::panel);
SAME(RONDIX_CONTROL_PAGES, ControlKind::pages);
SAME(RONDIX_CONTROL_BUTTON, ControlKind::button);
SAME(RONDIX_TOGGLE, ControlKind::toggle);
SAME(RONDIX_SLIDER, ControlKind::slider);
SAME(RONDIX_CHOICE, ControlKind::choice);
SAME(RONDIX_TEXT_FIELD, ControlKind::text_field);
SAME(RONDIX_LIST, ControlKind::list);
SAME(RONDIX_BINDING, ControlKind::binding);

SAME(RONDIX_YES_NO, SettingKind::yes_no);
SAME(RONDIX_NUMBER, SettingKind::number);
SAME(RONDIX_ONE_OF, SettingKind::choice);
SAME(RONDIX_TEXT, SettingKind::text);
SAME(RONDIX_KEY_SETTING, SettingKind::key);

SAME(RONDIX_PHASE_NONE, Phase::none);
SAME(RONDIX_PHASE_LOADED, Phase::loaded);
SAME(RONDIX_PHASE_LOADING, Phase::loading);
SAME(RONDIX_PHASE_FAILED, Phase::failed);

SAME(RONDIX_REST, LookState::rest);
SAME(RONDIX_FOCUSED, LookState::focused);
SAME(RONDIX_PRESSED, LookState::pressed);
SAME(RONDIX_ON, LookState::on);
SAME(RONDIX_DISABLED, LookState::disabled);
SAME(RONDIX_START, Edge::start);
SAME(RONDIX_MIDDLE, Edge::middle);
SAME(RONDIX_END, Edge::end);
SAME(RONDIX_STRETCH, PictureFit::stretch);
SAME(RONDIX_INSIDE, PictureFit::inside);
SAME(RONDIX_COVER, PictureFit::cover);

SAME(RONDIX_ITEM_GROUND, ItemKind::ground);
SAME(RONDIX_ITEM_DIM, ItemKind::dim);
SAME(RONDIX_ITEM_GROUP, ItemKind::group);
SAME(RONDIX_ITEM_TITLE, ItemKind::title);
SAME(RONDIX_ITEM_LABEL, ItemKind::label);
SAME(RONDIX_ITEM_PICTURE, ItemKind::picture);
SAME(RONDIX_ITEM_PANEL, ItemKind::panel);
SAME(RONDIX_ITEM_BUTTON, ItemKind::button);
SAME(RONDIX_ITEM_CONTROL, ItemKind::control);
SAME(RONDIX_ITEM_LIST, ItemKind::list);
SAME(RONDIX_ITEM_ROW, ItemKind::row);
SAME(RONDIX_ITEM_PIECE, ItemKind::piece);
SAME(RONDIX_ITEM_VALUE, ItemKind::value);
SAME(RONDIX_ITEM_TRACK, ItemKind::track);
SAME(RONDIX_ITEM_KNOB, ItemKind::knob);
SAME(RONDIX_ITEM_PROGRESS, ItemKind::progress);
SAME(RONDIX_ITEM_NOTICE, ItemKind::notice);
SAME(RONDIX_ITEM_SCROLL_TRACK, ItemKind::scroll_track);
SAME(RONDIX_ITEM_SCROLL_KNOB, ItemKind::scroll_knob);

SAME(RONDIX_LOAD, EffectKind::load);
SAME(RONDIX_UNLOAD, EffectKind::unload);
SAME(RONDIX_SET_ASIDE, EffectKind::set_aside);
SAME(RONDIX_BRING_BACK, EffectKind::bring_back);
SAME(RONDIX_PAUSE, EffectKind::pause);
SAME(RONDIX_UNPAUSE, EffectKind::unpause);
SAME(RONDIX_SHOW_POINTER, EffectKind::show_pointer);
SAME(RONDIX_HIDE_POINTER, EffectKind::hide_pointer);
SAME(RONDIX_CUE, EffectKind::cue);
SAME(RONDIX_MUSIC, EffectKind::music);
SAME(RONDIX_REQUEST, EffectKind::request);
SAME(RONDIX_OFF, EffectKind::off);
SAME(RONDIX_BEGIN_TEXT, EffectKind::begin_text);
SAME(RONDIX_END_TEXT, EffectKind::end_text);
SAME(RONDIX_SETTING, EffectKind::setting);
SAME(RONDIX_FRONT, EffectKind::front);
SAME(RONDIX_FOCUS, EffectKind::focus);
SAME(RONDIX_DENIED, EffectKind::denied);
SAME(RONDIX_TAKES_PAD, EffectKind::pad);
SAME(RONDIX_TOLD, EffectKind::told);
SAME(RONDIX_TODO, EffectKind::todo);
SAME(RONDIX_QUIT, EffectKind::quit);

SAME(RONDIX_MOVE_PRESS, MoveKind::press);
SAME(RONDIX_MOVE_CHANGE, MoveKind::change);
SAME(RONDIX_MOVE_TURN, MoveKind::turn);
SAME(RONDIX_MOVE_BACK, MoveKind::back);
SAME(RONDIX_MOVE_MENU, MoveKind::menu);
SAME(RONDIX_MOVE_KEY, MoveKind::key);
SAME(RONDIX_MOVE_OTHER_KEY, MoveKind::other_key);
SAME(RONDIX_MOVE_LOADED, MoveKind::loaded);
SAME(RONDIX_MOVE_LOAD_FAILED, MoveKind::load_failed);
SAME(RONDIX_MOVE_DONE, MoveKind::done);
SAME(RONDIX_MOVE_FAILED, MoveKind::failed);
SAME(RONDIX_MOVE_MOVES_ON, MoveKind::moves_on);
SAME(RONDIX_MOVE_IDLE, MoveKind::idle);
SAME(RONDIX_MOVE_LOAD_TIMEOUT, MoveKind::load_timeout);
SAME(RONDIX_MOVE_REQUEST_TIMEOUT, MoveKind::request_timeout);
SAME(RONDIX_MOVE_DUE, MoveKind::due);
SAME(RONDIX_MOVE_EVENT, MoveKind::event);
SAME(RONDIX_MOVE_RAISE, MoveKind::raise);
SAME(RONDIX_MOVE_LOWER, MoveKind::lower);
SAME(RONDIX_MOVE_SET, MoveKind::set);
SAME(RONDIX_MOVE_START, MoveKind::start);
