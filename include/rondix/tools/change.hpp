// Changes of a flow: keys that are set, things that are added, copied, moved and deleted, as
// somebody would type them. Comments, order and layout of all else stay as they were.
//
// Each change is made on the tree of the file and on its text; the text is read again and has to
// mean the same, and the flow may have no errors that it did not have. Otherwise nothing is
// changed, and `fault` says why.
//
// Errors: in words, in Changed::fault. Cost: reads the file several times, and the flow once.
// Threads: any.
#pragma once

#include "rondix/tools/rename.hpp"

#include <optional>
#include <string>
#include <vector>

namespace rondix {

struct Changed {
    std::string fault; ///< empty: it is done
    FileTexts texts;   ///< of the files that change, as they read then
};

/// Sets a key of something that the flow declares: `text`, or `place.offset`, or `pieces.0.style`.
/// `value` is YAML on one line: `Play`, `[lower unsaved, retry]`, `{ at: top }`. Without a key the
/// value itself is meant, as of a colour.
Changed set_key(const FlowFile& file, const NameAsked& thing, const std::string& key,
                const std::string& value);
/// Takes one out again, and what would be empty without it.
Changed drop_key(const FlowFile& file, const NameAsked& thing, const std::string& key);

/// What stands there, as YAML on one line; nothing where nothing is said.
std::optional<std::string> key_value(const FlowFile& file, const NameAsked& thing,
                                     const std::string& key);

/// Declares something: a screen, a flag, a style ... `value` is what stands behind its name, as
/// `{ title: Options }`; empty: nothing.
Changed add_entry(const FlowFile& file, const NameAsked& thing, const std::string& value);
/// Puts a control into a screen or part: `{ button: play, text: Play, press: load sea }`; before
/// the control `before`, or at the end.
Changed add_control(const FlowFile& file, const NameAsked& screen, const std::string& control,
                    const std::string& before = {});
/// Sets what a press does: `open credits`. A screen that it opens and that is not there is made,
/// with a way back.
Changed link(const FlowFile& file, const NameAsked& control, const std::string& press);
/// Copies a control of a screen, behind itself, or a screen: the copy has the name `to`.
Changed copy(const FlowFile& file, const NameAsked& thing, const std::string& to);
/// Moves a control before another one of its screen; empty: to the end.
Changed move_control(const FlowFile& file, const NameAsked& control, const std::string& before);
/// Deletes what is declared: not its uses, which have to be gone.
Changed remove(const FlowFile& file, const NameAsked& thing);
/// Makes a part of neighbouring controls of a screen, which uses it then.
Changed extract_part(const FlowFile& file, const NameAsked& screen,
                     const std::vector<std::string>& controls, const std::string& part);

} // namespace rondix
