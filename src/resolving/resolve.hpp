// Names resolved: everything that a flow refers to is there, and is of the right kind.
#pragma once

#include "rondix/tools/flow.hpp"

namespace rondix {

/// Reports every name that leads nowhere, then replaces each `extends` by what it stands for.
void resolve(Flow& flow, Findings& findings);

/// Puts the controls, groups and keys of parts where screens name them.
void expand_parts(Flow& flow, Findings& findings);

/// Puts the buttons of scenes where `for-each: scene` stands.
void expand_scene_buttons(Flow& flow, Findings& findings);

/// Gives each screen what the screen that it is like says, where it does not say so itself.
/// Controls of the same name are replaced where they stand; those under `drop` are left out.
void expand_likes(Flow& flow, Findings& findings);

/// After `extends` is expanded: what hangs on the controls that a screen has then (pages, lists,
/// settings), and where the screens of requests stand.
void resolve_controls(const Flow& flow, Findings& findings);

} // namespace rondix
