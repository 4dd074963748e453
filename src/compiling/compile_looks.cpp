#include "compiling/compile_looks.hpp"

#include "compiling/plain_layout.hpp"
#include "compiling/standard_styles.hpp"
#include "compiling/style_book.hpp"
#include "rondix/tools/names.hpp"

#include <algorithm>

namespace rondix {

namespace {

/// The boxes of one screen as they are added: each knows its last child, for linking the next.
class BoxTree {
  public:
    explicit BoxTree(Looks& looks)
        : looks_(looks)
        , first_(looks.boxes.size()) {}

    std::uint32_t add(Box box, std::uint32_t parent) {
        const auto number = static_cast<std::uint32_t>(looks_.boxes.size() - first_);
        box.parent = parent;
        looks_.boxes.push_back(box);
        last_child_.push_back(0);
        if (number == 0) return 0;
        if (last_child_[parent] == 0)
            at(parent).first_child = number;
        else
            at(last_child_[parent]).next = number;
        last_child_[parent] = number;
        return number;
    }
    Box& at(std::uint32_t number) { return looks_.boxes.edit(first_ + number); }
    IndexRange range() const {
        return {static_cast<std::uint32_t>(first_),
                static_cast<std::uint32_t>(looks_.boxes.size() - first_)};
    }

  private:
    Looks& looks_;
    std::size_t first_;
    std::vector<std::uint32_t> last_child_;
};

/// What stands in a box where the author says no place.
using PlainForm = BoxForm (*)(Size design);

class ScreenBoxes {
  public:
    ScreenBoxes(const CompiledFlow& flow, ScreenId id, const FlowScreen* from, Compiled& out,
                StyleBook& styles, Findings& findings)
        : screen_(flow[id])
        , is_loading_(flow.loading.screen == id)
        , from_(from)
        , out_(out)
        , styles_(styles)
        , findings_(findings)
        , tree_(out.flow.looks) {}

    IndexRange build() {
        add(Box{.forms = both(plain::whole())}, 0, {});
        add_ground();
        const bool shows_beneath = screen_.dim != covers;
        heading_in_column_ = shows_beneath && !said().heading && !said().layout;
        const bool headed = screen_.title.length > 0;
        const bool in_group = said().heading && said().heading->group;
        under_heading_ = headed && !heading_in_column_ && !in_group;
        if (headed && in_group)
            add_heading(group_named(*said().heading->group));
        else if (under_heading_)
            add_heading(0);
        bodies_.assign(screen_.controls.count, 0);
        for (std::uint32_t i = 0; i < screen_.controls.count; ++i)
            if (bodies_[i] == 0) add_control(i);
        if (headed && heading_in_column_) default_group();
        for (const FlowGroup& group : said().groups) group_named(group.id);
        if (is_loading_) add_progress();
        refuse_scrolling_in_scrolling();
        return tree_.range();
    }

    /// The rows of its lists, which stand behind the boxes of the screen.
    void build_rows() {
        for (std::uint32_t i = 0; from_ && i < screen_.controls.count; ++i)
            if (from_->controls[i].row || !from_->controls[i].samples.empty())
                add_row(from_->controls[i], ControlId{screen_.controls.begin + i});
    }

  private:
    const FlowScreenLooks& said() const {
        static const FlowScreenLooks nothing_said;
        return from_ ? from_->looks : nothing_said;
    }
    Size design(std::size_t shape) const { return out_.flow.looks.design[shape]; }

    static std::array<BoxForm, 2> both(const BoxForm& form) { return {form, form}; }
    std::array<BoxForm, 2> plainly(PlainForm form) const {
        return {form(design(0)), form(design(1))};
    }
    static std::array<BoxForm, 2> forms_of(const FlowBox& box) {
        const BoxForm first = box.landscape ? box.landscape->form : BoxForm{};
        return {first, box.portrait ? box.portrait->form : first};
    }

    std::uint32_t add(const Box& box, std::uint32_t parent, SourceRange place) {
        out_.origins.boxes.push_back(place);
        return tree_.add(box, parent);
    }

    void add_ground() {
        const bool covering = screen_.dim == covers && !screen_.play;
        Box ground{.forms = both(plain::whole()), .role = BoxRole::ground, .bleeds = true};
        ground.style =
            styles_.of(said().ground, covering ? StandardStyle::screen : StandardStyle::nothing);
        if (screen_.dim != covers) {
            Box dim = ground;
            dim.role = BoxRole::dim;
            dim.style = id_of(StandardStyle::dim);
            add(dim, 0, {});
        }
        if (ground.style != id_of(StandardStyle::nothing))
            add(ground, 0, said().ground ? said().ground->place : SourceRange{});
    }

    void add_heading(std::uint32_t parent) {
        Box box{.forms = plainly(plain::heading), .text = screen_.title, .role = BoxRole::heading};
        SourceRange place;
        if (heading_in_column_) box.forms = both(plain::heading_in_column(design(0)));
        if (said().heading) {
            box.forms = forms_of(*said().heading);
            for (BoxForm& form : box.forms) // it holds nothing that could be scrolled to
                form.scrolls_across = form.scrolls_down = false;
            box.bleeds = said().heading->bleeds;
            if (said().heading->landscape) place = said().heading->landscape->place;
        }
        box.style =
            styles_.of(said().heading ? said().heading->style : std::nullopt, StandardStyle::title);
        add(box, parent, place);
    }

    void add_progress() {
        add(Box{.forms = plainly(plain::progress),
                .style = id_of(StandardStyle::progress),
                .role = BoxRole::progress},
            0, {});
    }

    /// A wheel or a finger would not know which of them is meant.
    void refuse_scrolling_in_scrolling() {
        for (std::uint32_t i = 1; i < tree_.range().count; ++i) {
            const Box& box = tree_.at(i);
            const bool is_list =
                box.role == BoxRole::control && out_.flow[box.control].kind == ControlKind::list;
            if (!is_list && !scrolls_.contains(i)) continue;
            std::uint32_t over = box.parent;
            while (over != 0 && !scrolls_.contains(over)) over = tree_.at(over).parent;
            if (over == 0) continue;
            const std::string what =
                is_list ? "the list '" + std::string(out_.flow.text(out_.flow[box.control].id)) +
                              "' scrolls by itself, and stands in this group, which does too"
                        : "this group stands in another that scrolls";
            rondix::add_finding(findings_, RuleId::nested_scroll, scrolls_[is_list ? over : i],
                                what)
                .fix = "remove this 'scroll'";
        }
    }

    /// Keeps where a group says that it scrolls.
    void note_scrolling(const FlowBox& said, std::uint32_t box) {
        for (const auto& form : {said.landscape, said.portrait})
            if (form && (form->form.scrolls_across || form->form.scrolls_down))
                scrolls_.try_emplace(box, form->scroll);
    }

    // --- groups

    /// What a screen's controls stand in that say no place: a column under the heading.
    std::uint32_t default_group() {
        if (default_group_ != 0) return default_group_;
        const auto& layout = said().layout;
        Box box{.forms = plainly(plain::column)};
        std::uint32_t parent = 0;
        if (layout) {
            box.forms = forms_of(layout->box);
            fill_in_sizes(layout->box, box.forms);
            box.bleeds = layout->box.bleeds;
        }
        if (layout && layout->box.group) parent = group_named(*layout->box.group);
        if (!layout || (!layout->box.landscape->anchored && !layout->box.group)) parent = region();
        box.style =
            styles_.of(layout ? layout->box.style : std::nullopt,
                       screen_.dim != covers ? StandardStyle::sheet : StandardStyle::nothing);
        default_group_ = add(box, parent, layout ? layout->id.place : SourceRange{});
        if (layout) note_scrolling(layout->box, default_group_);
        if (heading_in_column_ && screen_.title.length > 0) add_heading(default_group_);
        return default_group_;
    }

    /// A column whose width is not said is as wide as a plain one, and gaps are as there.
    void fill_in_sizes(const FlowBox& said, std::array<BoxForm, 2>& forms) const {
        for (std::size_t shape = 0; shape < 2; ++shape) {
            const BoxForm plain = plain::column(design(shape));
            BoxForm& form = forms[shape];
            const bool sized =
                (shape == 1 && said.portrait ? said.portrait : said.landscape)->sized_across;
            if (!sized && form.arrangement == Arrangement::column) {
                form.across.extent = plain.across.extent;
                form.across.size = plain.across.size;
            }
        }
    }

    std::uint32_t region() {
        if (region_ != 0) return region_;
        region_ = add(Box{.forms = {plain::region(design(0), under_heading_),
                                    plain::region(design(1), under_heading_)}},
                      0, {});
        return region_;
    }

    const FlowGroup* find_group(std::string_view name) const {
        const auto& groups = said().groups;
        const auto found = std::find_if(groups.begin(), groups.end(),
                                        [&](auto& group) { return group.id.text == name; });
        return found == groups.end() ? nullptr : &*found;
    }

    /// The box of a group; made when it is first asked for, so that groups and controls stand in
    /// the order in which they are named.
    std::uint32_t group_named(const Name& name) {
        if (name.text == "layout") return default_group();
        if (const auto known = groups_.find(name.text); known != groups_.end()) {
            if (known->second == under_way)
                rondix::add_finding(findings_, RuleId::like_circle, name.place,
                                    "the group '" + name.text +
                                        "' contains itself through other groups");
            return known->second == under_way ? 0 : known->second;
        }
        const FlowGroup* group = find_group(name.text);
        if (!group) return report_unknown_group(name), 0;
        groups_[name.text] = under_way;
        const std::uint32_t pages = pages_showing(name.text);
        const std::uint32_t parent = pages != 0         ? pages
                                     : group->box.group ? group_named(*group->box.group)
                                                        : 0;
        Box box{.forms = forms_of(group->box)};
        box.style = styles_.of(group->box.style, StandardStyle::nothing);
        box.bleeds = group->box.bleeds;
        const std::uint32_t number = add(box, parent, group->id.place);
        note_scrolling(group->box, number);
        return groups_[name.text] = number;
    }

    /// The body of the pages that show a group; 0 where none do. Made when it is first asked for.
    std::uint32_t pages_showing(std::string_view group) {
        for (std::size_t i = 0; from_ && i < from_->controls.size(); ++i)
            for (const Name& page : from_->controls[i].pages)
                if (page.text == group) {
                    if (bodies_[i] == 0) add_control(static_cast<std::uint32_t>(i));
                    return bodies_[i];
                }
        return 0;
    }

    void report_unknown_group(const Name& name) {
        std::vector<std::string_view> names;
        names.push_back("layout");
        for (const FlowGroup& group : said().groups) names.push_back(group.id.text);
        rondix::add_finding(findings_, RuleId::unknown_name, name.place,
                            "this screen has no group '" + name.text + "'" +
                                suggestion(name.text, names))
            .fix =
            "declare it under 'groups' of the screen: '" + name.text + ": { as: row, at: bottom }'";
    }

    // --- controls

    void add_control(std::uint32_t number) {
        const ControlId id{screen_.controls.begin + number};
        const Control& row = out_.flow[id];
        static const FlowControl plain_control;
        const FlowControl& from = from_ ? from_->controls[number] : plain_control;
        Box box{.forms = forms_of(from.box), .text = row.text, .control = id};
        box.style = styles_.of(from.box.style, standard_style_of(row.kind));
        box.role = BoxRole::control;
        box.bleeds = from.box.bleeds;
        box.keeps_room = from.box.keeps_room;
        if (from.box.picture) box.picture = picture(*from.box.picture);
        const bool anchored = from.box.landscape && from.box.landscape->anchored;
        std::uint32_t parent = 0;
        const FlowGroup* group = nullptr;
        if (from.box.group) {
            parent = group_named(*from.box.group);
            group = find_group(from.box.group->text);
        } else if (!anchored) {
            parent = default_group();
            if (said().layout) group = &*said().layout;
        }
        if (group && is_usable_kind(row.kind)) size_as(group->each, from.box, box.forms);
        if (row.kind == ControlKind::list) size_list(from, box);
        if (row.kind == ControlKind::label && row.setting != no_setting)
            box.text = widest_label(row.setting);
        if (row.shows == Shows::hint) box.text = longest_hint();
        const std::uint32_t body = bodies_[number] = add(box, parent, from.id.place);
        for (const FlowPiece& piece : from.pieces) add_piece(piece, id, body);
        if (from.pieces.empty() && row.setting != no_setting && is_usable_kind(row.kind))
            add_plain_parts(row, id, body, from.id.place);
    }

    /// As many rows high as are to be seen at once, unless a height is said.
    void size_list(const FlowControl& from, Box& box) {
        row_styles_[box.control] =
            styles_.of(from.row ? from.row->style : std::nullopt, StandardStyle::row);
        const Style& row = out_.flow.looks[row_styles_[box.control]];
        const Style& list = out_.flow.looks[box.style];
        const float height = from.row && from.row->height > 0 ? from.row->height : row.least.height;
        for (std::size_t shape = 0; shape < 2; ++shape) {
            const auto& said =
                shape == 1 && from.box.portrait ? from.box.portrait : from.box.landscape;
            BoxForm& form = box.forms[shape];
            form.columns = shape == 1 ? from.portrait_columns : from.columns;
            if (said && said->sized_down) continue;
            form.down.extent = Extent::fixed;
            form.down.size = static_cast<float>(from.rows) * height + list.padding[1] +
                             list.padding[3] + form.padding[1] + form.padding[3];
        }
    }

    /// What a slider, toggle, choice or text field shows of its setting where the author says
    /// nothing.
    void add_plain_parts(const Control& row, ControlId id, std::uint32_t body, SourceRange place) {
        const auto part = [&](BoxRole role, std::array<BoxForm, 2> forms, StandardStyle style,
                              TextRef text) {
            Box box{.forms = forms, .text = text, .control = id, .role = role};
            box.style = id_of(style);
            add(box, body, place);
        };
        const TextRef widest = widest_label(row.setting);
        if (row.kind == ControlKind::slider) {
            part(BoxRole::track,
                 {plain::track(design(0), widest.length), plain::track(design(1), widest.length)},
                 StandardStyle::track, {});
            part(BoxRole::knob, plainly(plain::knob), StandardStyle::knob, {});
        }
        part(BoxRole::value, plainly(plain::value), StandardStyle::value, widest);
    }

    // --- rows of lists

    void add_row(const FlowControl& from, ControlId list) {
        Looks& looks = out_.flow.looks;
        RowLooks row;
        row.list = list;
        row.style = row_styles_.at(list);
        row.samples.begin = static_cast<std::uint32_t>(looks.samples.size());
        row.samples.count = static_cast<std::uint32_t>(from.samples.size());
        for (const FlowSample& sample : from.samples)
            looks.samples.push_back(
                {styles_.text(sample.text), styles_.text(sample.detail), styles_.text(sample.value),
                 sample.picture ? picture(*sample.picture) : no_picture, sample.disabled});
        if (from.row) row.height = from.row->height;
        if (from.row && !from.row->pieces.empty()) {
            BoxTree boxes(looks);
            Box root{.forms = both(plain::whole()), .control = list, .role = BoxRole::row};
            root.style = row.style;
            out_.origins.boxes.push_back(from.row->place);
            boxes.add(root, 0);
            for (const FlowPiece& piece : from.row->pieces) add_row_piece(piece, from, list, boxes);
            row.boxes = boxes.range();
        }
        looks.rows.push_back(row);
    }

    /// Its texts are those of the game: they have the whole width of the row, unless a size is
    /// said.
    void add_row_piece(const FlowPiece& piece, const FlowControl& from, ControlId list,
                       BoxTree& boxes) {
        Box box{.forms = forms_of(piece.box), .control = list, .role = piece.role};
        box.text = piece.role == BoxRole::piece ? styles_.text(piece.text)
                                                : longest_sample(from.samples, piece.role);
        box.style = styles_.of(piece.box.style, standard_style_of(piece));
        if (piece.box.picture) box.picture = picture(*piece.box.picture);
        for (std::size_t shape = 0; shape < 2 && box.text.length > 0; ++shape) {
            const auto& said =
                shape == 1 && piece.box.portrait ? piece.box.portrait : piece.box.landscape;
            if (!said || !said->sized_across) box.forms[shape].across.extent = Extent::stretch;
        }
        out_.origins.boxes.push_back(piece.place);
        boxes.add(box, 0);
    }

    /// What a place for such a text has to be as high as.
    TextRef longest_sample(const std::vector<FlowSample>& samples, BoxRole role) const {
        if (role == BoxRole::row_picture) return {};
        std::string longest;
        for (const FlowSample& sample : samples) {
            const std::string& text = role == BoxRole::row_text     ? sample.text
                                      : role == BoxRole::row_detail ? sample.detail
                                                                    : sample.value;
            if (text.size() > longest.size()) longest = text;
        }
        return styles_.text(longest.empty() ? "Row" : longest);
    }

    TextRef longest_hint() const {
        TextRef longest;
        for (std::uint32_t i = 0; i < screen_.controls.count; ++i) {
            const TextRef hint = out_.flow.controls[screen_.controls.begin + i].hint;
            if (hint.length > longest.length) longest = hint;
        }
        return longest;
    }

    /// What a place for the value has to have room for.
    TextRef widest_label(SettingId setting) const {
        const IndexRange labels = out_.flow[setting].labels;
        TextRef widest;
        for (std::uint32_t i = labels.begin; i < labels.end(); ++i)
            if (out_.flow.words[i].length > widest.length) widest = out_.flow.words[i];
        return widest;
    }

    static void size_as(const std::array<std::optional<Size>, 2>& each, const FlowBox& said,
                        std::array<BoxForm, 2>& forms) {
        for (std::size_t shape = 0; shape < 2; ++shape) {
            if (!each[shape]) continue;
            const auto& form = shape == 1 && said.portrait ? said.portrait : said.landscape;
            BoxForm& to = forms[shape];
            if (!form || !form->sized_across)
                to.across.extent = Extent::fixed, to.across.size = each[shape]->width;
            if (!form || !form->sized_down)
                to.down.extent = Extent::fixed, to.down.size = each[shape]->height;
        }
    }

    void add_piece(const FlowPiece& piece, ControlId control, std::uint32_t body) {
        Box box{.forms = forms_of(piece.box),
                .text = styles_.text(piece.text),
                .control = control,
                .role = piece.role};
        const SettingId setting = out_.flow[control].setting;
        if (piece.role == BoxRole::value && setting != no_setting) box.text = widest_label(setting);
        box.share = piece.share;
        box.style = styles_.of(piece.box.style, standard_style_of(piece));
        if (piece.box.picture) box.picture = picture(*piece.box.picture);
        add(box, body, piece.place);
    }

    PictureId picture(const Name& file) {
        return styles_.picture({styles_.own_folder() + file.text, file.place});
    }

    static constexpr std::uint32_t under_way = 0xFFFFFFFF;
    const Screen screen_;
    const bool is_loading_;
    const FlowScreen* from_; ///< null for a built-in screen
    Compiled& out_;
    StyleBook& styles_;
    Findings& findings_;
    BoxTree tree_;
    bool heading_in_column_ = false;
    bool under_heading_ = false;
    std::vector<std::uint32_t> bodies_; // of each control; 0: not made yet
    std::uint32_t default_group_ = 0;
    std::uint32_t region_ = 0;
    std::unordered_map<std::string, std::uint32_t> groups_;
    std::unordered_map<ControlId, StyleId> row_styles_;      // of each list
    std::unordered_map<std::uint32_t, SourceRange> scrolls_; // of each box that does: where it says
};

/// The last theme that says how screens come and go.
ScreenTransition screen_transition_of(const Flow& flow,
                                      std::optional<ScreenTransition> Theme::*which) {
    ScreenTransition screen_transition;
    for (const Theme& theme : flow.themes)
        if (theme.*which) screen_transition = *(theme.*which);
    return screen_transition;
}

} // namespace

void compile_looks(const Flow& flow, Compiled& out, Findings& findings) {
    Looks& looks = out.flow.looks;
    looks = {};
    const Size design{static_cast<float>(flow.design_width),
                      static_cast<float>(flow.design_height)};
    const Size turned{design.height, design.width};
    const bool wide = design.width >= design.height;
    looks.design = {wide ? design : turned, flow.window.portrait.value_or(wide ? turned : design)};
    looks.rule = flow.window.rule;
    looks.safe = flow.window.safe;
    StyleBook styles(flow, out, findings);
    const ScreenTransition enters = screen_transition_of(flow, &Theme::enters);
    const ScreenTransition leaves = screen_transition_of(flow, &Theme::leaves);
    for (const FlowScene& scene : flow.scenes)
        looks.scene_tunes.push_back(styles.tune(scene.music));
    for (std::size_t i = 0; i < out.flow.screens.size(); ++i) {
        const FlowScreen* from = i < flow.screens.size() ? &flow.screens[i] : nullptr;
        ScreenBoxes boxes(out.flow, ScreenId(i), from, out, styles, findings);
        ScreenLooks row{boxes.build(), enters, leaves, no_tune};
        boxes.build_rows();
        if (from) row.tune = styles.tune(from->looks.music);
        if (from) row.enters = from->looks.enters.value_or(enters);
        if (from) row.leaves = from->looks.leaves.value_or(leaves);
        looks.screens.push_back(row);
    }
}

} // namespace rondix
