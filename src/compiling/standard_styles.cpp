#include "compiling/standard_styles.hpp"

namespace rondix {

StandardStyle standard_style_of(ControlKind kind) {
    switch (kind) {
    case ControlKind::label: return StandardStyle::label;
    case ControlKind::picture: return StandardStyle::picture;
    case ControlKind::panel: return StandardStyle::panel;
    case ControlKind::pages: return StandardStyle::nothing;
    case ControlKind::list: return StandardStyle::list;
    case ControlKind::button: return StandardStyle::button;
    case ControlKind::toggle:
    case ControlKind::slider:
    case ControlKind::choice:
    case ControlKind::text_field:
    case ControlKind::binding: break;
    }
    return StandardStyle::setting;
}

StandardStyle standard_style_of(const FlowPiece& piece) {
    switch (piece.role) {
    case BoxRole::value: return StandardStyle::value;
    case BoxRole::track: return StandardStyle::track;
    case BoxRole::knob: return StandardStyle::knob;
    case BoxRole::row_text: return StandardStyle::row_text;
    case BoxRole::row_detail: return StandardStyle::row_detail;
    case BoxRole::row_value: return StandardStyle::row_value;
    case BoxRole::shown_picture:
    case BoxRole::row_picture: return StandardStyle::picture;
    case BoxRole::row:
    case BoxRole::group:
    case BoxRole::ground:
    case BoxRole::dim:
    case BoxRole::heading:
    case BoxRole::control:
    case BoxRole::piece:
    case BoxRole::progress: break;
    }
    return piece.box.picture ? StandardStyle::picture : StandardStyle::label;
}

} // namespace rondix
