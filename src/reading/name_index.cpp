#include "rondix/tools/name_index.hpp"

#include <algorithm>
#include <array>
#include <tuple>

namespace rondix {

namespace {

constexpr std::array<std::string_view, name_kind_count> kind_names = {
    "screen",  "part",  "scene", "flag",  "setting", "event", "request",
    "control", "group", "key",   "style", "colour",  "cue",   "tune"};

std::tuple<std::uint16_t, std::uint32_t> order_of(const SourceRange& place) {
    return {place.file, place.begin};
}

} // namespace

std::string_view name_of(NameKind kind) {
    return kind_names[static_cast<std::size_t>(kind)];
}

std::optional<NameKind> name_kind(std::string_view word) {
    const auto found = std::ranges::find(kind_names, word);
    if (found == kind_names.end()) return std::nullopt;
    return NameKind(found - kind_names.begin());
}

bool IndexedName::is_declared() const {
    return std::ranges::any_of(places, &NamePlace::declares);
}

NameIndex::NameIndex(std::vector<IndexedName> names)
    : names_(std::move(names)) {
    std::ranges::sort(names_, [](const IndexedName& a, const IndexedName& b) {
        return std::tie(a.kind, a.text, a.on) < std::tie(b.kind, b.text, b.on);
    });
    for (std::uint32_t i = 0; i < names_.size(); ++i) {
        for (const NamePlace& one : names_[i].places) spots_.push_back({one.place, i});
    }
    std::ranges::sort(spots_, {}, [](const Spot& spot) { return order_of(spot.place); });
}

std::vector<const IndexedName*> NameIndex::find(NameKind kind, std::string_view text,
                                                std::string_view on) const {
    std::vector<const IndexedName*> found;
    const auto first =
        std::ranges::lower_bound(names_, std::tie(kind, text), {}, [](const IndexedName& name) {
            return std::tuple<NameKind, std::string_view>(name.kind, name.text);
        });
    for (auto name = first; name != names_.end() && name->kind == kind && name->text == text;
         ++name)
        if (on.empty() || std::ranges::find(name->on, on) != name->on.end())
            found.push_back(&*name);
    return found;
}

const IndexedName* NameIndex::at(std::uint16_t file, std::uint32_t offset) const {
    const auto after =
        std::ranges::upper_bound(spots_, std::tuple(file, offset), {},
                                 [](const Spot& spot) { return order_of(spot.place); });
    if (after == spots_.begin()) return nullptr;
    const Spot& spot = *(after - 1);
    return spot.place.file == file && offset <= spot.place.end ? &names_[spot.name] : nullptr;
}

} // namespace rondix
