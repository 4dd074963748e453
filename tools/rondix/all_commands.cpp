// The commands of the tool, in the order of its help.
#include "commands.hpp"

namespace rondix::tool {

const Commands& all_commands() {
    static std::string root;
    static const Commands commands{
        "Menus of a game: run, proved and drawn from one flow file.",
        "A flow file says how the screens of a game lead to each other: main, options, pause and "
        "game "
        "over, with their buttons, scene loads and pause state. rondix checks that nobody can get "
        "stuck in such a flow, or shows the shortest way into the trap; it replays walkthroughs, "
        "draws screens and maps, and packs the flow for the game to ship.\n\n"
        "Outputs never replace an input, a flow, or anything that is not a regular file; they are "
        "written whole or not at all. Commands that prove or draw report on an interrupt what they "
        "know so far.",
        RONDIX_VERSION,
        "Exit status: 0 proved, 1 errors found, 2 the input cannot be used, 3 undecided.",
        {
            {"new", "create a project: a flow, walkthroughs, CMake, a main loop", add_new},
            {"check", "find the errors of a flow, or prove that nobody gets stuck in it",
             add_check},
            {"explain", "explain a rule, with an example", add_explain},
            {"walk", "replay walkthroughs, or traces of a game", add_walk},
            {"cover",
             "report what no walkthrough covers, or generate walkthroughs that cover everything",
             add_cover},
            {"trace", "print a trace of a game", add_trace},
            {"map", "draw the flow as a picture", add_map},
            {"draw", "draw every screen", add_draw},
            {"strip", "draw the screens along a walkthrough or the way into a trap", add_strip},
            {"uses", "print where the names of a flow are declared and used", add_uses},
            {"rename", "give something another name, in all files of a flow", add_rename},
            {"edit", "change a flow: set, add, copy, move, remove", add_edit},
            {"focus", "print where the directions lead on a screen", add_focus},
            {"pack", "write the compiled flow as one image to ship", add_pack},
            {"ids", "write the names of a flow as C++ constants", add_ids},
            {"schema", "print the JSON Schema of flow files, for editors", add_schema},
            {"language-server", "answer an editor, over standard input and output",
             add_language_server},
#ifdef RONDIX_PLAY
            {"play", "play the flow in a window", add_play},
#endif
            {"completion", "print what completes the words of rondix in a shell", add_completion},
            {"manual", "print the manual page of a command", add_manual},
            {"complete", "print what a word of a command line may be", add_complete, true},
        },
        &root};
    return commands;
}

} // namespace rondix::tool
