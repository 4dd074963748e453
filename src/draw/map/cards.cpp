#include "draw/map/cards.hpp"

#include "draw/map/map_style.hpp"

#include <algorithm>

namespace rondix::draw {

using namespace map_style;

namespace {

constexpr double pad = 12;
constexpr double picture_pad = 5;
constexpr double max_wide = 220; // of names

/// The words on a card, from the top: what stands in it and how.
struct Row {
    std::string text;
    Font font;
    Colour colour;
};

std::vector<Row> rows_of(const MapNode& node) {
    if (node.elsewhere) return {{node.title, note_font, faint}};
    const bool dark = node.kind == NodeKind::play || node.kind == NodeKind::outside;
    const Colour main = dark ? white : node.unreached ? faint : ink;
    const Colour small = dark ? rgb(0xCFE3E7) : faint;
    std::vector<Row> rows{{node.title, title_font, main}};
    if (!node.id.empty() && node.id != node.title)
        rows.push_back({shortened(node.id, id_font, max_wide), id_font, small});
    for (const std::string& note : node.notes)
        rows.push_back({note, note_font, dark ? white : brass});
    if (node.trapped) rows.push_back({"stuck here", strong_font, coral});
    if (node.unreached) rows.push_back({"never shown", strong_font, coral});
    if (node.within.size() > node.stacked)
        rows.push_back({"and " + std::to_string(node.within.size() - node.stacked) +
                            (node.is_stack() ? " beyond them" : " beyond it"),
                        strong_font, dark ? white : sea});
    return rows;
}

/// Two more cards that look out from beneath.
void paint_stack(Drawing& drawing, const MapNode& node, Vec at, Extents size) {
    for (const double off : {10.0, 5.0}) {
        const bool scenes = node.kind == NodeKind::scene;
        const double corner = scenes ? size.height / 2 : 7;
        drawing.box({at.x + off, at.y + off}, size, corner, scenes ? brass_light : card);
        drawing.frame({at.x + off, at.y + off}, size, corner, scenes ? brass : line, 1.3);
    }
}

void paint_ground(Drawing& drawing, const MapNode& node, Vec at, Extents size) {
    if (node.elsewhere) return drawing.frame(at, size, 7, back_line, 1, true);
    switch (node.kind) {
    case NodeKind::start:
        drawing.disc({at.x + size.width / 2, at.y + size.height / 2}, size.width / 2, ink);
        return;
    case NodeKind::scene:
        drawing.box(at, size, size.height / 2, brass_light);
        drawing.frame(at, size, size.height / 2, brass, 1.6);
        break;
    case NodeKind::play: drawing.box(at, size, 7, sea); break;
    case NodeKind::moment: drawing.frame(at, size, 7, violet, 1.3, true); break;
    case NodeKind::outside:
        drawing.box(at, size, 2, ink);
        drawing.frame({at.x - 3, at.y - 3}, {size.width + 6, size.height + 6}, 4, ink, 1);
        break;
    case NodeKind::menu:
        drawing.box(at, size, 7, node.trapped ? coral_light : node.unreached ? paper : card);
        drawing.frame(at, size, 7, node.unreached ? faint : line, 1.3, node.unreached);
        break;
    }
    if (node.trapped)
        drawing.frame({at.x - 2, at.y - 2}, {size.width + 4, size.height + 4}, 8, coral, 3);
}

} // namespace

bool Cards::has_picture(const MapNode& node) const {
    return pictures_ != nullptr && !node.elsewhere && pictures_->has(node.screen);
}

Extents Cards::picture_size() const {
    const Size size = pictures_->size();
    return {size.width, size.height};
}

Extents Cards::size_of(const MapNode& node) const {
    if (node.kind == NodeKind::start) return {18, 18};
    Extents size{0, pad * 2 - 4};
    for (const Row& row : rows_of(node)) {
        const Extents text = measure(row.text, row.font);
        size.width = std::max(size.width, text.width);
        size.height += text.height + 2;
    }
    if (has_picture(node)) {
        size.width = std::max(size.width, picture_size().width - 2 * (pad - picture_pad));
        size.height += picture_size().height;
    }
    size.width = std::max(size.width + pad * 2, 84.0);
    return size;
}

void Cards::paint(Drawing& drawing, const MapNode& node, Vec at) const {
    const Extents size = size_of(node);
    if (node.is_stack()) paint_stack(drawing, node, at, size);
    paint_ground(drawing, node, at, size);
    double y = at.y + pad - 2;
    if (has_picture(node)) {
        paint_picture(drawing, node, at, size);
        y += picture_size().height;
    }
    for (const Row& row : rows_of(node)) {
        const Extents text = measure(row.text, row.font);
        drawing.text({at.x + (size.width - text.width) / 2, y}, row.text, row.font, row.colour);
        y += text.height + 2;
    }
}

void Cards::paint_picture(Drawing& drawing, const MapNode& node, Vec at, Extents size) const {
    const Extents picture = picture_size();
    const Vec corner{at.x + (size.width - picture.width) / 2, at.y + picture_pad};
    drawing.image(corner, picture, pictures_->of(node.screen));
}

} // namespace rondix::draw
