// The layers: includes point down only, what ships is built lean, and the paths that the docs name
// are there.
#include "support.hpp"

#include <array>
#include <cstdio>
#include <map>
#include <regex>
#include <set>

namespace rondix::test {
namespace {

// Each layer and what it may include, besides itself and the public headers of these layers.
const std::map<std::string, std::set<std::string>> allowed = {
    {"logic", {}},
    {"files", {}},
    {"place", {"logic"}},
    {"run", {"logic", "place"}},
    {"draw_list", {"logic", "place", "run"}},
    {"keep", {"logic", "files", "place", "run"}},
    {"words", {"logic"}},
    {"proof", {"logic", "place", "run", "words"}},
    {"live", {"logic", "files", "place", "run", "words", "proof"}},
    {"c_interface", {"logic", "place", "run", "draw_list", "words", "proof", "live"}},
    {"findings", {"logic", "words"}},
    {"yaml", {"logic", "files", "words", "findings"}},
    {"reading", {"logic", "place", "words", "findings", "yaml"}},
    {"themes", {"logic", "words", "findings", "yaml", "reading"}},
    {"resolving", {"logic", "words", "findings", "yaml", "reading"}},
    {"compiling", {"logic", "place", "words", "findings", "reading", "resolving"}},
    {"loading",
     {"logic", "words", "findings", "yaml", "reading", "themes", "resolving", "compiling"}},
    {"building", {"logic", "words", "findings", "yaml", "reading", "loading"}},
    {"packing", {"logic", "words", "findings", "reading"}},
    {"walk", {"logic", "place", "run", "words", "proof", "live", "findings", "yaml", "reading"}},
    {"editing",
     {"logic", "place", "run", "words", "proof", "live", "findings", "yaml", "reading", "themes",
      "loading", "compiling", "walk"}},
    {"check",
     {"logic", "place", "run", "words", "proof", "findings", "yaml", "reading", "resolving"}},
    {"fix",
     {"logic", "place", "run", "words", "proof", "findings", "yaml", "reading", "loading",
      "editing", "check"}},
    {"draw",
     {"logic", "files", "place", "run", "draw_list", "words", "proof", "findings", "reading",
      "compiling", "walk", "check"}},
    {"looks",
     {"logic", "files", "place", "run", "words", "proof", "findings", "yaml", "reading", "walk",
      "check", "draw"}},
    {"report",
     {"logic", "place", "run", "words", "live", "findings", "reading", "walk", "editing", "check",
      "fix"}},
    {"server",
     {"logic", "words", "findings", "proof", "yaml", "reading", "loading", "walk", "editing",
      "check", "fix", "report"}},
};

// Which layer a public header belongs to. The lowest is that of the compiled flow.
const std::map<std::string, std::string> header_layers = {
    {"runtime/ids.hpp", "logic"},
    {"runtime/compiled_flow.hpp", "logic"},
    {"runtime/move.hpp", "logic"},
    {"runtime/menu_state.hpp", "logic"},
    {"runtime/apply.hpp", "logic"},
    {"runtime/geometry.hpp", "logic"},
    {"runtime/text_ref.hpp", "logic"},
    {"runtime/status.hpp", "logic"},
    {"runtime/look.hpp", "logic"},
    {"runtime/looks.hpp", "logic"},
    {"runtime/canvas.hpp", "place"},
    {"runtime/text_measurer.hpp", "place"},
    {"runtime/rows.hpp", "run"},
    {"runtime/effect.hpp", "run"},
    {"runtime/host_record.hpp", "run"},
    {"runtime/item.hpp", "run"},
    {"runtime/table.hpp", "logic"},
    {"runtime/packed_flow.hpp", "logic"},
    {"tools/pack.hpp", "packing"},
    {"tools/schema.hpp", "reading"},
    {"tools/flow_in_code.hpp", "building"},
    {"runtime/device.hpp", "logic"},
    {"runtime/target.hpp", "logic"},
    {"runtime/bindings.hpp", "run"},
    {"runtime/accessible_info.hpp", "run"},
    {"settings_file.hpp", "keep"},
    {"tools/flow_looks.hpp", "reading"},
    {"tools/name_index.hpp", "reading"},
    {"tools/names.hpp", "words"},
    {"tools/ways.hpp", "check"},
    {"picture_format.hpp", "draw"},
    {"painter.hpp", "draw"},
    {"draw_list.hpp", "draw_list"},
    {"packed_pictures.hpp", "draw_list"},
    {"rondix.h", "c_interface"},
    {"c/basics.h", "c_interface"},
    {"c/bindings.h", "c_interface"},
    {"c/conformance.h", "c_interface"},
    {"c/draw_list.h", "c_interface"},
    {"c/flow.h", "c_interface"},
    {"c/look.h", "c_interface"},
    {"c/menu_state.h", "c_interface"},
    {"c/runner.h", "c_interface"},
    {"c/saved_state.h", "c_interface"},
    {"tools/focus_map.hpp", "draw"},
    {"tools/film_strip.hpp", "draw"},
    {"tools/look_check.hpp", "looks"},
    {"tools/screen_pictures.hpp", "draw"},
    {"runtime/runner.hpp", "run"},
    {"tools/finding.hpp", "findings"},
    {"tools/source.hpp", "findings"},
    {"tools/flow.hpp", "reading"},
    {"tools/move_text.hpp", "words"},
    {"tools/state_text.hpp", "words"},
    {"tools/walkthrough.hpp", "walk"},
    {"tools/coverage.hpp", "walk"},
    {"tools/check.hpp", "check"},
    {"tools/wiring.hpp", "check"},
    {"tools/found.hpp", "check"},
    {"tools/suppression.hpp", "check"},
    {"tools/fix.hpp", "fix"},
    {"tools/edit.hpp", "editing"},
    {"tools/rename.hpp", "editing"},
    {"tools/change.hpp", "editing"},
    {"tools/name_report.hpp", "report"},
    {"check_options.hpp", "proof"},
    {"saved_state.hpp", "live"},
    {"conformance.hpp", "live"},
    {"effect_text.hpp", "live"},
    {"trace.hpp", "live"},
    {"tools/trace_file.hpp", "walk"},
    {"verify_from_state.hpp", "proof"},
    {"version.hpp", "logic"},
    {"runtime/tickets.hpp", "run"},
    {"tools/map.hpp", "draw"},
    {"tools/report.hpp", "report"},
    {"tools/text_style.hpp", "report"},
};

std::string layer_of(const std::string& include) {
    if (include.starts_with("rondix/")) {
        const auto found = header_layers.find(include.substr(7));
        return found == header_layers.end() ? "unknown: " + include : found->second;
    }
    const std::string folder = include.substr(0, include.find('/'));
    return allowed.contains(folder) ? folder : "";
}

void check_file(const std::filesystem::path& path, const std::string& layer) {
    static const std::regex include("#include \"([^\"]+)\"");
    const std::string text = contents(path);
    for (std::sregex_iterator i(text.begin(), text.end(), include), end; i != end; ++i) {
        const std::string target = layer_of((*i)[1]);
        if (target.empty() || target == layer) continue;
        EXPECT_TRUE(allowed.at(layer).contains(target))
            << path.filename() << " in " << layer << " includes " << (*i)[1] << " of " << target;
    }
}

/// What everybody asks of a call stands in the comment that its header opens with: from which
/// threads, and, where there is something to say, units, errors, lifetime and cost.
TEST(Layers, EachPublicHeaderSaysFromWhichThreadsItMayBeUsed) {
    std::size_t headers = 0, with_errors = 0;
    for (const auto& entry :
         std::filesystem::recursive_directory_iterator(root() / "include/rondix")) {
        if (entry.path().extension() != ".hpp") continue;
        const std::string text = contents(entry.path());
        const std::string opening = text.substr(0, text.find("#pragma once"));
        EXPECT_NE(opening.find("Threads: "), std::string::npos) << entry.path();
        with_errors += opening.find("Errors: ") != std::string::npos ? 1 : 0;
        ++headers;
    }
    EXPECT_GE(headers, 50U);
    EXPECT_GE(with_errors * 2, headers);
}

TEST(Layers, IncludesPointDown) {
    std::size_t files = 0;
    for (const auto& [layer, below] : allowed)
        for (const auto& entry :
             std::filesystem::recursive_directory_iterator(root() / "src" / layer)) {
            if (const auto ending = entry.path().extension(); ending != ".cpp" && ending != ".hpp")
                continue;
            check_file(entry.path(), layer);
            ++files;
        }
    for (const auto& entry :
         std::filesystem::recursive_directory_iterator(root() / "include/rondix")) {
        if (entry.is_directory()) continue;
        const std::string name =
            std::filesystem::relative(entry.path(), root() / "include/rondix").string();
        ASSERT_TRUE(header_layers.contains(name)) << name << " is in no layer";
        check_file(entry.path(), header_layers.at(name));
        ++files;
    }
    EXPECT_GT(files, 40u);
    for (const auto& entry : std::filesystem::directory_iterator(root() / "src")) {
        if (!entry.is_directory()) continue;
        EXPECT_TRUE(allowed.contains(entry.path().filename().string())) << entry.path();
    }
}

TEST(Layers, TheOrderHasNoCircle) {
    // Each layer may use only layers that may not, by any way, use it.
    const auto reaches = [](auto& self, const std::string& from, const std::string& to) -> bool {
        for (const std::string& below : allowed.at(from))
            if (below == to || self(self, below, to)) return true;
        return false;
    };
    for (const auto& [layer, below] : allowed)
        EXPECT_FALSE(reaches(reaches, layer, layer)) << layer;
}

TEST(Layers, WhatShipsThrowsNothingAndKnowsNoTypesAtRunTime) {
    for (const char* library : {RONDIX_LOGIC, RONDIX_PLACE, RONDIX_RUN, RONDIX_DRAW_LIST}) {
        const std::string symbols = output_of("nm -C " + std::string(library) + " 2>/dev/null");
        EXPECT_NE(symbols.find(" T "), std::string::npos) << library; // it was really read
        for (const char* unwanted :
             {"__cxa_throw", "__cxa_begin_catch", "__dynamic_cast", "typeinfo for rondix",
              " std::chrono", "random_device", "fopen", "std::ostream"})
            EXPECT_EQ(symbols.find(unwanted), std::string::npos) << library << " " << unwanted;
    }
    const std::string commands =
        contents(std::filesystem::path(RONDIX_BUILD) / "compile_commands.json");
    std::size_t lean = 0;
    for (std::size_t at = 0;
         (at = commands.find("-fno-exceptions -fno-rtti", at)) != std::string::npos; ++at)
        ++lean;
    EXPECT_GE(lean, 9u); // every file of logic, place and run
}

/// The tool is there at once: what draws is loaded by those commands that draw, and where it has
/// the other libraries inside, nothing is loaded.
TEST(Layers, TheToolLoadsNothingThatItDoesNotNeed) {
    const std::string libraries = output_of("ldd " RONDIX_TOOL);
#if defined(RONDIX_ALONE)
    EXPECT_NE(libraries.find("statically linked"), std::string::npos) << libraries;
#else
    EXPECT_NE(libraries.find("libc.so"), std::string::npos) << libraries;
#endif
    for (const char* drawing : {"cairo", "pango", "rsvg", "SDL", "freetype", "harfbuzz", "glib"})
        EXPECT_EQ(libraries.find(drawing), std::string::npos) << libraries;
    // It is bound to no address, as other programs of today.
    EXPECT_NE(output_of("readelf -h " RONDIX_TOOL).find("DYN (Position-Independent"),
              std::string::npos);
}

/// The program of examples/packed is all that a game gets from Rondix, and its flow.
TEST(Layers, AShippedGameDragsInNothingElse) {
    const std::string libraries = output_of("ldd " RONDIX_PACKED);
    static const std::regex library("(\\S+\\.so)\\S* ");
    const std::set<std::string> usual = {"linux-vdso.so", "libstdc++.so", "libm.so", "libc.so",
                                         "libgcc_s.so"};
    std::size_t named = 0;
    for (std::sregex_iterator i(libraries.begin(), libraries.end(), library), end; i != end; ++i) {
        const std::string name = std::filesystem::path((*i)[1].str()).filename();
        const bool loader = name.find("ld-linux") != std::string::npos;
        const bool sanitizer = name == "libasan.so" || name == "libubsan.so";
        EXPECT_TRUE(usual.contains(name) || loader || sanitizer) << name;
        ++named;
    }
    EXPECT_GE(named, 3u);
#if defined(NDEBUG) && !defined(RONDIX_SANITIZED)
    // Code and what is constant, without the flow itself.
    const std::string sizes = output_of("size " RONDIX_PACKED " | tail -1");
    const std::string flow = output_of("nm -S " RONDIX_PACKED " | grep ' packed_flow$'");
    const std::size_t code = std::stoul(sizes) - std::stoul(flow.substr(17, 16), nullptr, 16);
    std::printf("%zu bytes of code\n", code);
    EXPECT_LT(code, 215'000u);
    EXPECT_GT(code, 50'000u);
#endif
}

TEST(Docs, NameOnlyPathsThatAreThere) {
    // Words in backquotes that look like paths of this repository.
    static const std::regex path(
        "`((?:src|include|tests|docs|examples|scripts|tools|cmake|benchmarks)/[A-Za-z0-9_./-]*)`");
    std::size_t named = 0;
    std::vector<std::filesystem::path> pages{root() / "README.md"};
    for (const auto& entry : std::filesystem::directory_iterator(root() / "docs"))
        if (entry.path().extension() == ".md") pages.push_back(entry.path());
    for (const auto& page : pages) {
        const std::string text = contents(page);
        for (std::sregex_iterator i(text.begin(), text.end(), path), end; i != end; ++i, ++named)
            EXPECT_TRUE(std::filesystem::exists(root() / (*i)[1].str()))
                << page << " names " << (*i)[1];
    }
    EXPECT_GT(named, 10u);
}

/// Files by their names alone, as in "`scout.cpp` goes forward".
TEST(Docs, NameOnlyFilesThatAreThere) {
    std::set<std::string> names;
    for (const char* folder : {"src", "include", "tests", "tools", "examples", "adapters"})
        for (const auto& entry : std::filesystem::recursive_directory_iterator(root() / folder))
            names.insert(entry.path().filename());
    static const std::regex file("`([a-z_]+\\.[ch]pp)`");
    std::size_t named = 0;
    for (const auto& entry : std::filesystem::recursive_directory_iterator(root() / "docs")) {
        if (entry.path().extension() != ".md") continue;
        const std::string text = contents(entry.path());
        for (std::sregex_iterator i(text.begin(), text.end(), file), end; i != end; ++i, ++named)
            EXPECT_TRUE(names.contains((*i)[1])) << entry.path() << " names " << (*i)[1];
    }
    EXPECT_GT(named, 60u);
}

} // namespace
} // namespace rondix::test
