#include "reading/style_words.hpp"

#include <algorithm>

namespace rondix {

namespace {

using Set = void (*)(Values&, const StyleTables&, Style&, std::size_t);

template <Colour Look::*member>
void colour(Values& values, const StyleTables& tables, Style& style, std::size_t state) {
    if (values.count() != 1) return values.wants("one colour");
    const auto colour = tables.palette.colour(values.words()[0], tables.findings);
    if (colour) style.looks[state].*member = *colour;
}

void fill(Values& values, const StyleTables& tables, Style& style, std::size_t state) {
    const std::span<const Name> words = values.words();
    if (words.empty() || words.size() > 2)
        return values.wants("one colour, or the two ends of a gradient");
    const auto first = tables.palette.colour(words.front(), tables.findings);
    if (!first) return;
    const auto last =
        words.size() == 1 ? first : tables.palette.colour(words.back(), tables.findings);
    if (!last) return;
    style.looks[state].fill = *first;
    style.looks[state].fill_end = *last;
}

template <float Look::*member>
void length(Values& values, const StyleTables& tables, Style& style, std::size_t state) {
    if (const auto number = values.number()) style.looks[state].*member = *number * tables.scale;
}

template <float Look::*member>
void factor(Values& values, const StyleTables&, Style& style, std::size_t state) {
    if (const auto number = values.factor()) style.looks[state].*member = *number;
}

template <float Look::*x, float Look::*y>
void offset(Values& values, const StyleTables& tables, Style& style, std::size_t state) {
    const auto pair = values.pair();
    if (!pair) return;
    style.looks[state].*x = pair->x * tables.scale;
    style.looks[state].*y = pair->y * tables.scale;
}

void opacity(Values& values, const StyleTables&, Style& style, std::size_t state) {
    const auto number = values.factor();
    if (number && *number > 1) return values.wants("a share from 0% to 100%");
    if (number) style.looks[state].opacity = *number;
}

void rotate(Values& values, const StyleTables&, Style& style, std::size_t state) {
    if (const auto number = values.degrees()) style.looks[state].rotate = *number;
}

// --- what does not blend

void image(Values& values, const StyleTables& tables, Style& style, std::size_t state) {
    const Name& file = values.words()[0];
    style.dresses[state].image =
        file.text == "none" ? no_picture : tables.picture({tables.folder + file.text, file.place});
}

void slices(Values& values, const StyleTables&, Style& style, std::size_t state) {
    if (const auto sides = values.sides()) style.dresses[state].slices = *sides;
}

void fit(Values& values, const StyleTables&, Style& style, std::size_t state) {
    if (const auto word = values.one_of({"stretch", "inside", "cover"}))
        style.dresses[state].fit = PictureFit(*word);
}

void cue(Values& values, const StyleTables& tables, Style& style, std::size_t state) {
    const Name& name = values.words()[0];
    style.dresses[state].cue = name.text == "none" ? no_cue : tables.cue(name);
}

void text(Values& values, const StyleTables& tables, Style& style, std::size_t state) {
    style.dresses[state].text = tables.text(values.words()[0].text);
}

void gradient(Values& values, const StyleTables&, Style& style, std::size_t state) {
    if (const auto word = values.one_of({"down", "across"}))
        style.dresses[state].fill_across = *word == 1;
}

// --- of the whole style

void font(Values& values, const StyleTables& tables, Style& style, std::size_t) {
    // A family is the machine's; a file is the theme's.
    const Name& name = values.words()[0];
    const bool file = name.text.ends_with(".ttf") || name.text.ends_with(".otf");
    style.font = tables.font(file ? Name{tables.folder + name.text, name.place} : name);
}

void text_size(Values& values, const StyleTables& tables, Style& style, std::size_t) {
    const auto number = values.number();
    if (number && *number < 1) return values.wants("a size of at least 1");
    if (number) style.text_size = *number * tables.scale;
}

void bold(Values& values, const StyleTables&, Style& style, std::size_t) {
    if (const auto yes = values.yes_no()) style.bold = *yes;
}

void align(Values& values, const StyleTables&, Style& style, std::size_t) {
    if (const auto word = values.one_of({"start", "middle", "end"})) style.align = Edge(*word);
}

void padding(Values& values, const StyleTables& tables, Style& style, std::size_t) {
    auto sides = values.sides();
    if (!sides) return;
    for (float& side : *sides) side *= tables.scale;
    style.padding = *sides;
}

void least(Values& values, const StyleTables& tables, Style& style, std::size_t) {
    if (const auto size = values.size())
        style.least = {size->width * tables.scale, size->height * tables.scale};
}

void denied(Values& values, const StyleTables& tables, Style& style, std::size_t) {
    const Name& name = values.words()[0];
    style.denied = name.text == "none" ? no_cue : tables.cue(name);
}

void change(Values& values, const StyleTables&, Style& style, std::size_t) {
    if (const auto transition = values.transition()) style.change = *transition;
}

} // namespace

const std::vector<StyleWord>& style_words() {
    static const std::vector<StyleWord> words = {
        {"fill", false, false, fill, "colour of the background: one, or the two ends of a gradient",
         NameKind::colour},
        {"gradient", false, false, gradient, "`down` or `across`: direction of a gradient"},
        {"text-color", false, false, colour<&Look::ink>, "colour of the text", NameKind::colour},
        {"border", false, false, colour<&Look::border>, "colour of the border", NameKind::colour},
        {"border-width", false, false, length<&Look::border_width>, "width of the border"},
        {"corner", false, false, length<&Look::corner>, "radius of the corners"},
        {"shadow", false, false, colour<&Look::shadow>, "colour of the shadow of the box",
         NameKind::colour},
        {"shadow-offset", false, false, offset<&Look::shadow_x, &Look::shadow_y>,
         "offset of that shadow"},
        {"shadow-blur", false, false, length<&Look::shadow_blur>, "blur radius"},
        {"outline", false, false, colour<&Look::outline>, "colour of an outline of the text",
         NameKind::colour},
        {"outline-width", false, false, length<&Look::outline_width>, "its width"},
        {"text-shadow", false, false, colour<&Look::ink_shadow>, "colour of the shadow of the text",
         NameKind::colour},
        {"text-shadow-offset", false, false, offset<&Look::ink_shadow_x, &Look::ink_shadow_y>,
         "its offset"},
        {"tint", false, false, colour<&Look::tint>, "colour that pictures are multiplied by",
         NameKind::colour},
        {"scale", false, false, factor<&Look::scale>,
         "scale of the whole control, such as `1.05` or `105%`, with its pieces"},
        {"shift", false, false, offset<&Look::shift_x, &Look::shift_y>,
         "offset of the whole control"},
        {"rotate", false, false, rotate, "rotation of the whole control, in degrees"},
        {"opacity", false, false, opacity, "opacity of the whole control, such as `60%`"},
        {"image", false, true, image, "a picture that fills the box; `none`"},
        {"slices", false, false, slices,
         "slices of the image that are not stretched: `32 0` (three, the ends keep their "
         "shape), or `24`, `24 16`, or four numbers (nine)"},
        {"fit", false, false, fit, "`stretch`, `inside`, `cover`: how a picture fills the box"},
        {"cue", false, true, cue,
         "a cue that plays when the state is entered, but not when a screen opens", NameKind::cue},
        {"text", false, true, text, "a text instead of the control's own"},
        {"font", true, true, font, "a family or a font file"},
        {"text-size", true, false, text_size, "size of the text"},
        {"bold", true, false, bold, "`yes`: bold text"},
        {"align", true, false, align, "`start`, `middle`, `end`: alignment of the text"},
        {"padding", true, false, padding, "space between the border and the contents"},
        {"min-size", true, false, least, "the smallest size of a box that fits its contents"},
        {"denied", true, true, denied,
         "a cue that plays when the control is pressed while it is disabled", NameKind::cue},
        {"transition", true, false, change,
         "duration of changes between states, and easing: `even`, `in`, `out`, `both`"},
    };
    return words;
}

const StyleWord* find_style_word(std::string_view key) {
    const auto& words = style_words();
    const auto found = std::find_if(words.begin(), words.end(),
                                    [&](const StyleWord& word) { return word.key == key; });
    return found == words.end() ? nullptr : &*found;
}

} // namespace rondix
