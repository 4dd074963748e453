#include "play/editor/editor_panel.hpp"

#include "words/counted.hpp"

#include <fmt/format.h>

namespace rondix::tool {

namespace {

constexpr std::size_t most_choices = 14;
constexpr std::size_t most_issues = 8;

void write_choices(EditorPen& pen, const Editor& editor, const Prompt& prompt) {
    if (prompt.asks == Asks::drop_screen) {
        pen.page.heading("WHAT LEADS HERE");
        const std::vector<std::string> all = editor.leading_here();
        for (const std::string& one : all) pen.page.small(one);
        if (all.empty()) pen.page.small("no button of another screen");
    }
    pen.page.heading("CHOOSE, OR TYPE");
    for (std::size_t i = 0; i < prompt.choices.size() && i < most_choices; ++i) {
        const Choice& choice = prompt.choices[i];
        pen.row({choice.text, choice.help, 0, prompt.at == i},
                [i](Editor& to) { to.take_choice(i); });
    }
    if (prompt.choices.size() > most_choices)
        pen.page.small(fmt::format("and {} more", prompt.choices.size() - most_choices));
    if (prompt.choices.empty()) pen.page.small("there is nothing to choose from");
    if (prompt.key != "press" && prompt.asks != Asks::drop_screen) return;
    pen.page.gap(6);
    pen.page.chips_begin();
    pen.chip("a screen by its picture  Ctrl+M",
             [](Editor& to) { to.show(Editor::Sheet::to_link); });
    pen.page.chips_end();
}

void write_several(EditorPen& pen, const Editor& editor) {
    const std::size_t count = editor.count_chosen();
    pen.page.heading(fmt::format("{} CHOSEN: ALIGN, SPREAD", count));
    pen.page.chips_begin();
    for (const auto& [words, line] : {std::pair("left", Line::left),
                                      {"middle", Line::middle_across},
                                      {"right", Line::right},
                                      {"top", Line::top},
                                      {"middle, down", Line::middle_down},
                                      {"bottom", Line::bottom}})
        pen.chip(words, [line = line](Editor& one) { one.align(line); });
    pen.chip(
        "spread across", [](Editor& one) { one.spread_out(true); }, false, count > 2);
    pen.chip(
        "spread down", [](Editor& one) { one.spread_out(false); }, false, count > 2);
    pen.chip("a part of them  Ctrl+P", [](Editor& one) { one.ask(Asks::part); });
    pen.page.chips_end();
}

void write_screen(EditorPen& pen, const Editor& editor) {
    pen.page.heading("ON THE SCREEN '" + foremost_screen(editor.session()) + "'");
    for (const Thing& one : editor.things()) {
        const bool by_kind = one.is(PlaceOf::control);
        pen.row({one.name, by_kind ? kind_of(one) : "", one.depth, editor.is_chosen(one.name)},
                [name = one.name](Editor& to) {
                    (SDL_GetModState() & KMOD_SHIFT) != 0 ? to.choose_too(name) : to.choose(name);
                });
    }
    pen.page.gap(6);
    pen.page.chips_begin();
    pen.chip("add a button  A", [](Editor& one) { one.ask(Asks::add); });
    pen.chip("all screens  G", [](Editor& one) { one.show(Editor::Sheet::to_go); });
    pen.chip("new screen", [](Editor& one) { one.ask(Asks::screen); });
    pen.chip("copy this one", [](Editor& one) { one.ask(Asks::copy_screen); });
    pen.chip("delete this one", [](Editor& one) { one.ask(Asks::drop_screen); });
    pen.page.chips_end();
}

void write_check(EditorPen& pen, const Editor& editor) {
    const Checked& checked = editor.checked();
    pen.page.heading("CHECK");
    pen.page.small(checked.issues.empty() ? "nothing to tell"
                                          : counted(checked.errors, "error", "errors") + ", " +
                                                counted(checked.warnings, "warning", "warnings"));
    for (std::size_t i = 0; i < checked.issues.size() && i < most_issues; ++i) {
        const Issue& issue = checked.issues[i];
        if (issue.is_new)
            pen.page.alert("+ " + issue.finding.text);
        else
            pen.page.small(issue.finding.text);
        pen.page.gap(4);
        pen.page.chips_begin();
        if (!issue.screen.empty())
            pen.chip(i == 0 ? "show  C" : "show", [issue](Editor& one) { one.choose(issue); });
        pen.chip(i == 0 ? "fix  F" : "fix", [issue](Editor& one) { one.fix(issue); });
        pen.page.chips_end();
    }
    if (checked.issues.size() > most_issues)
        pen.page.small(fmt::format("and {} more", checked.issues.size() - most_issues));
    for (const std::string& text : checked.went) pen.page.small("gone: " + text);
}

} // namespace

void EditorPanel::draw(const Pixels& window, int left, const Editor& editor) {
    buttons_.begin();
    draw::Drawing drawing(window);
    PanelPage page(drawing, left, window.height, buttons_.scrolled());
    EditorPen pen(page, buttons_);
    page.chips_begin();
    pen.chip(
        "Play on  F8", [](Editor& one) { one.leave(); }, true);
    pen.chip(
        "Undo", [](Editor& one) { one.undo(); }, false, editor.history().to_undo() != nullptr);
    pen.chip(
        "Again", [](Editor& one) { one.redo(); }, false, editor.history().to_redo() != nullptr);
    page.chips_end();

    if (editor.prompt()) write_choices(pen, editor, *editor.prompt());
    // What has just come up is seen at once.
    const auto& issues = editor.checked().issues;
    const bool is_news = !issues.empty() && issues.front().is_new && !editor.prompt();
    if (is_news) write_check(pen, editor);
    if (editor.count_chosen() > 1) write_several(pen, editor);
    if (const Thing* one = editor.thing()) {
        editor.page() == Editor::Page::style ? write_style_page(pen, editor, *one)
                                             : write_thing_page(pen, editor, *one);
    } else {
        page.heading("CHOSEN");
        page.small("nothing: click on something, or Tab");
    }
    write_screen(pen, editor);
    if (!is_news) write_check(pen, editor);

    page.heading("CHANGES");
    const std::vector<std::string> last = editor.history().last(6);
    for (const std::string& what : last) page.small(what);
    if (last.empty()) page.small("none yet; each is written into the file at once");
    buttons_.end(page, window.height);
}

} // namespace rondix::tool
