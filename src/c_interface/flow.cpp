// rondix/c/flow.h and the style of look.h: a flow in C.
#include "c_interface/convert.hpp"
#include "rondix/version.hpp"

using namespace rondix;
using namespace rondix::c;

namespace {

/// A setting's value in one of its tables of words; empty where it has none.
std::string_view word_of(const CompiledFlow& flow, IndexRange words, std::uint32_t value) {
    return value < words.count ? flow.text(flow.words[words.begin + value]) : std::string_view();
}

std::string_view name_of(const CompiledFlow& flow, rondix_kind kind, std::size_t i) {
    switch (kind) {
    case RONDIX_SCENES: return flow.text(flow.scenes[i].id);
    case RONDIX_SCREENS: return flow.text(flow.screens[i].id);
    case RONDIX_CONTROLS: return flow.text(flow.controls[i].id);
    case RONDIX_FLAGS: return flow.text(flow.flags[i].id);
    case RONDIX_EVENTS: return flow.text(flow.events[i].id);
    case RONDIX_KEYS: return flow.text(flow.keys[i]);
    case RONDIX_REQUESTS: return flow.text(flow.requests[i].id);
    case RONDIX_PAGES: return flow.text(flow.pages[i].id);
    case RONDIX_SETTINGS: return flow.text(flow.settings[i].id);
    case RONDIX_WORDS: return flow.text(flow.words[i]);
    case RONDIX_PICTURES: return flow.text(flow.looks.pictures[i]);
    case RONDIX_CUES: return flow.text(flow.looks.cues[i].id);
    case RONDIX_TUNES: return flow.text(flow.looks.tunes[i].id);
    case RONDIX_FONTS: return flow.text(flow.looks.fonts[i]);
    case RONDIX_STYLES: break;
    }
    return {};
}

std::string_view file_of(const CompiledFlow& flow, rondix_kind kind, std::size_t i) {
    switch (kind) {
    case RONDIX_SCENES: return flow.text(flow.scenes[i].file);
    case RONDIX_PICTURES: return flow.text(flow.looks.pictures[i]);
    case RONDIX_CUES: return flow.text(flow.looks.cues[i].file);
    case RONDIX_TUNES: return flow.text(flow.looks.tunes[i].file);
    default: return {};
    }
}

rondix_dress out(const CompiledFlow& flow, const Dress& dress) {
    return {
        c::out(dress.image), c::out(dress.slices),          static_cast<std::uint32_t>(dress.fit),
        c::out(dress.cue),   c::out(flow.text(dress.text)), dress.fill_across};
}

} // namespace

extern "C" {

uint32_t rondix_interface() {
    return RONDIX_INTERFACE;
}

const char* rondix_version() {
    return version.data(); // a literal
}

rondix_code rondix_open_packed(const void* image, size_t bytes, rondix_flow** flow,
                               rondix_words* why) {
    *flow = nullptr;
    std::unique_ptr<rondix_flow> opened(made<rondix_flow>([] { return new rondix_flow; }));
    if (!opened) return no_memory(why);
    const auto* begin = static_cast<const std::byte*>(image);
    if (reinterpret_cast<std::uintptr_t>(begin) % alignof(ImageBlock) != 0) {
        opened->copy.reset(new (std::nothrow) ImageBlock[bytes / sizeof(ImageBlock) + 1]);
        if (!opened->copy) return no_memory(why);
        begin = static_cast<const std::byte*>(std::memcpy(opened->copy.get(), begin, bytes));
    }
    const Status status = open_packed({begin, bytes}, opened->flow);
    if (status) *flow = opened.release();
    return tell(status, why);
}

void rondix_flow_free(rondix_flow* flow) {
    delete flow;
}

uint64_t rondix_names_hash(const rondix_flow* flow) {
    return names_hash(flow->flow);
}

rondix_code rondix_verify(const rondix_flow* flow, rondix_words* why) {
    return tell(verify(flow->flow), why);
}

rondix_text rondix_flow_game(const rondix_flow* flow) {
    return out(flow->flow.text(flow->flow.game));
}

rondix_size rondix_flow_design_size(const rondix_flow* flow) {
    return {static_cast<float>(flow->flow.design_width),
            static_cast<float>(flow->flow.design_height)};
}

bool rondix_flow_can_quit(const rondix_flow* flow) {
    return flow->flow.can_quit;
}

uint32_t rondix_flow_devices(const rondix_flow* flow) {
    return flow->flow.devices;
}

rondix_id rondix_flow_scene(const rondix_flow* flow, const char* name) {
    return out(flow->flow.scene(in(name)));
}

rondix_id rondix_flow_screen(const rondix_flow* flow, const char* name) {
    return out(flow->flow.screen(in(name)));
}

rondix_id rondix_flow_flag(const rondix_flow* flow, const char* name) {
    return out(flow->flow.flag(in(name)));
}

rondix_id rondix_flow_event(const rondix_flow* flow, const char* name) {
    return out(flow->flow.event(in(name)));
}

rondix_id rondix_flow_key(const rondix_flow* flow, const char* name) {
    return out(flow->flow.key(in(name)));
}

rondix_id rondix_flow_request(const rondix_flow* flow, const char* name) {
    return out(flow->flow.request(in(name)));
}

rondix_id rondix_flow_setting(const rondix_flow* flow, const char* name) {
    return out(flow->flow.setting(in(name)));
}

rondix_id rondix_flow_picture(const rondix_flow* flow, const char* file) {
    return out(flow->flow.picture(in(file)));
}

rondix_id rondix_flow_control(const rondix_flow* flow, rondix_id screen, const char* name) {
    const auto id = in<ScreenId>(screen);
    return flow->flow.has(id) ? out(flow->flow.control(id, in(name))) : RONDIX_NONE;
}

rondix_id rondix_flow_pages_named(const rondix_flow* flow, rondix_id screen, const char* name) {
    return out(flow->flow.pages_named(in<ScreenId>(screen), in(name)));
}

size_t rondix_flow_count(const rondix_flow* flow, rondix_kind kind) {
    const CompiledFlow& tables = flow->flow;
    switch (kind) {
    case RONDIX_SCENES: return tables.scenes.size();
    case RONDIX_SCREENS: return tables.screens.size();
    case RONDIX_CONTROLS: return tables.controls.size();
    case RONDIX_FLAGS: return tables.flags.size();
    case RONDIX_EVENTS: return tables.events.size();
    case RONDIX_KEYS: return tables.keys.size();
    case RONDIX_REQUESTS: return tables.requests.size();
    case RONDIX_PAGES: return tables.pages.size();
    case RONDIX_SETTINGS: return tables.settings.size();
    case RONDIX_WORDS: return tables.words.size();
    case RONDIX_PICTURES: return tables.looks.pictures.size();
    case RONDIX_CUES: return tables.looks.cues.size();
    case RONDIX_TUNES: return tables.looks.tunes.size();
    case RONDIX_FONTS: return tables.looks.fonts.size();
    case RONDIX_STYLES: return tables.looks.styles.size();
    }
    return 0; // not a kind
}

bool rondix_flow_has(const rondix_flow* flow, rondix_kind kind, rondix_id id) {
    return id < rondix_flow_count(flow, kind);
}

rondix_text rondix_flow_name(const rondix_flow* flow, rondix_kind kind, rondix_id id) {
    return out(rondix_flow_has(flow, kind, id) ? name_of(flow->flow, kind, id) : "");
}

rondix_text rondix_flow_file(const rondix_flow* flow, rondix_kind kind, rondix_id id) {
    return out(rondix_flow_has(flow, kind, id) ? file_of(flow->flow, kind, id) : "");
}

bool rondix_flow_control_of(const rondix_flow* flow, rondix_id id, rondix_control* found) {
    if (!flow->flow.has(ControlId{id})) return false;
    const Control& control = flow->flow[ControlId{id}];
    *found = {static_cast<std::uint32_t>(control.kind),
              out(control.screen),
              out(control.setting),
              out(control.pages),
              control.page,
              out(flow->flow.text(control.text))};
    return true;
}

bool rondix_flow_setting_of(const rondix_flow* flow, rondix_id id, rondix_setting* found) {
    if (!flow->flow.has(in<SettingId>(id))) return false;
    const Setting& setting = flow->flow[in<SettingId>(id)];
    *found = {static_cast<std::uint32_t>(setting.kind), setting.values, setting.first, setting.from,
              setting.by};
    return true;
}

rondix_text rondix_flow_value_word(const rondix_flow* flow, rondix_id setting, uint32_t value) {
    if (!flow->flow.has(in<SettingId>(setting))) return out("");
    return out(word_of(flow->flow, flow->flow[in<SettingId>(setting)].words, value));
}

rondix_text rondix_flow_value_label(const rondix_flow* flow, rondix_id setting, uint32_t value) {
    if (!flow->flow.has(in<SettingId>(setting))) return out("");
    return out(word_of(flow->flow, flow->flow[in<SettingId>(setting)].labels, value));
}

rondix_id rondix_question_of(const rondix_flow* flow, rondix_id setting, uint32_t value) {
    const auto id = in<SettingId>(setting);
    return flow->flow.has(id) ? out(question_of(flow->flow, id, in_number(value))) : RONDIX_NONE;
}

rondix_text rondix_control_kind_name(uint32_t control_kind) {
    const auto kind = in_enum(control_kind, ControlKind::binding);
    return out(kind ? name_of(*kind) : "");
}

rondix_text rondix_device_kind_name(uint32_t device_kind) {
    const auto kind = in_enum(device_kind, DeviceKind::touch);
    return out(kind ? name_of(*kind) : "");
}

bool rondix_flow_style(const rondix_flow* flow, rondix_id id, rondix_style* found) {
    if (id >= flow->flow.looks.styles.size()) return false;
    const Style& style = flow->flow.looks.styles[id];
    for (std::size_t state = 0; state < look_state_count; ++state) {
        found->looks[state] = out(style.looks[state]);
        found->dresses[state] = out(flow->flow, style.dresses[state]);
    }
    found->font = out(style.font);
    found->text_size = style.text_size;
    found->bold = style.bold;
    found->align = static_cast<std::uint32_t>(style.align);
    found->padding = out(style.padding);
    found->least = out(style.least);
    found->denied = out(style.denied);
    return true;
}

rondix_id rondix_own_picture(uint32_t number) {
    return number < 0x7FFF ? out(own_picture(static_cast<std::uint16_t>(number))) : RONDIX_NONE;
}

uint32_t rondix_own_number(rondix_id picture) {
    const auto id = in<PictureId>(picture);
    return is_own(id) ? own_number(id) : RONDIX_NONE;
}

rondix_point rondix_canvas_to_design(const rondix_canvas* canvas, rondix_point pixel) {
    return out(in(*canvas).to_design(in(pixel)));
}

rondix_point rondix_canvas_to_pixel(const rondix_canvas* canvas, rondix_point design) {
    return out(in(*canvas).to_pixel(in(design)));
}

} // extern "C"
