// Which of the written names mean the same.
//
// Most kinds of names are the flow's: equal names are one. A control or group is its screen's or
// part's, and a screen sees those of its parts and of the screen that it extends; where it says one
// of them anew, that is the same name still, for they are merged by it. So names that are declared
// are put together into families, and each use joins the family of what it means.
#include "reading/name_gatherer.hpp"

#include <algorithm>
#include <tuple>
#include <unordered_map>

namespace rondix {

namespace {

using Takes = NameGatherer::Takes;

class Families {
  public:
    Families(const std::vector<WrittenName>& names,
             const std::map<std::string, Takes, std::less<>>& takes)
        : names_(names)
        , takes_(takes) {}

    NameIndex find() {
        for (const WrittenName& name : names_)
            if (name.declares) declare(name);
        for (const auto& [on, own] : takes_)
            for (const auto& name : declared_on_[on]) unite_with_what_is_taken(on, own, name);
        for (const auto& [screen, own] : takes_)
            for (const std::string& part : own.parts) users_[part].push_back(screen);
        for (const WrittenName& name : names_)
            if (!join(name)) join_as_made_of(name);
        return index();
    }

  private:
    /// Controls and groups of one name on one screen are two.
    using Key = std::string; // of the kind, on what it stands, and the text
    using Node = std::uint32_t;
    static constexpr Node none = static_cast<Node>(-1);

    struct Declared {
        NameKind kind{};
        std::string on, text;
        ControlKind control{};
    };

    static Key key_of(NameKind kind, const std::string& on, const std::string& text) {
        Key key(1, static_cast<char>(kind));
        if (is_of_screens(kind)) key += on;
        return (key += '/') += text;
    }

    Node node_of(NameKind kind, const std::string& on, const std::string& text) const {
        const auto found = nodes_.find(key_of(kind, on, text));
        return found == nodes_.end() ? none : found->second;
    }

    Node make(NameKind kind, const std::string& on, const std::string& text) {
        const auto [found, is_new] =
            nodes_.try_emplace(key_of(kind, on, text), static_cast<Node>(parent_.size()));
        if (is_new) parent_.push_back(found->second);
        return found->second;
    }

    void declare(const WrittenName& name) {
        const NameKind kind = name.kinds.front();
        const Node node = make(kind, name.on, name.text);
        if (node < declared_.size()) return;
        declared_.push_back({kind, name.on, name.text, name.control});
        if (!is_of_screens(kind)) return;
        if (takes_.contains(name.on)) declared_on_[name.on].emplace_back(kind, name.text);
        by_text_[name.text].push_back(node);
    }

    // --- families

    Node root(Node node) {
        while (parent_[node] != node) node = parent_[node] = parent_[parent_[node]];
        return node;
    }
    void unite(Node a, Node b) {
        if (a != none && b != none) parent_[root(a)] = root(b);
    }

    void unite_with_what_is_taken(const std::string& on, const Takes& own,
                                  const std::pair<NameKind, std::string>& name) {
        const Node node = node_of(name.first, on, name.second);
        for (const std::string& part : own.parts)
            unite(node, node_of(name.first, part, name.second));
        if (!own.extends.empty()) unite(node, seen_on(name.first, own.extends, name.second));
    }

    /// What a name means on a screen: its own, that of a part, or of what it extends.
    Node seen_on(NameKind kind, const std::string& screen, const std::string& text) const {
        std::string on = screen;
        for (std::size_t steps = 0; steps <= takes_.size(); ++steps) { // it may go in a circle
            if (const Node own = node_of(kind, on, text); own != none) return own;
            const auto takes = takes_.find(on);
            if (takes == takes_.end()) return none;
            for (const std::string& part : takes->second.parts)
                if (const Node brought = node_of(kind, part, text); brought != none) return brought;
            if (takes->second.extends.empty()) return none;
            on = takes->second.extends;
        }
        return none;
    }

    // --- uses

    bool join(const WrittenName& name) {
        if (name.declares) {
            add(node_of(name.kinds.front(), name.on, name.text), name);
            return true;
        }
        for (const NameKind kind : name.kinds)
            if (const Node meant = meant_by(name, kind); meant != none) {
                add(meant, name);
                return true;
            }
        return false;
    }

    Node meant_by(const WrittenName& name, NameKind kind) {
        if (!is_of_screens(kind)) return node_of(kind, {}, name.text);
        if (const Node seen = seen_on(kind, name.on, name.text); seen != none) return seen;
        Node meant = none;
        if (const auto users = users_.find(name.on); users != users_.end())
            for (const std::string& screen : users->second) { // a part that names what they have
                const Node theirs = seen_on(kind, screen, name.text);
                unite(meant, theirs);
                if (theirs != none) meant = theirs;
            }
        return meant == none && name.elsewhere ? only_one(name, kind) : meant;
    }

    /// On whatever screen, if there is one only.
    Node only_one(const WrittenName& name, NameKind kind) {
        const auto found = by_text_.find(name.text);
        if (found == by_text_.end()) return none;
        Node meant = none;
        for (const Node node : found->second) {
            const Declared& one = declared_[node];
            if (one.kind != kind || (kind == NameKind::control && one.control != name.control))
                continue;
            if (meant != none && root(meant) != root(node)) return none;
            meant = node;
        }
        return meant;
    }

    /// `level-reef`: of the button `level` that stands for each scene, and of the scene `reef`.
    /// What nothing declares is a name of its own.
    void join_as_made_of(const WrittenName& name) {
        const bool exact = name.place.end - name.place.begin == name.text.size();
        for (std::size_t at = name.text.find('-'); exact && at != std::string::npos;
             at = name.text.find('-', at + 1)) {
            if (name.kinds.front() != NameKind::control) break;
            const Node scene = node_of(NameKind::scene, {}, name.text.substr(at + 1));
            const Node button = seen_on(NameKind::control, name.on, name.text.substr(0, at));
            if (scene == none || button == none) continue;
            WrittenName part = name;
            const auto length = static_cast<std::uint32_t>(at);
            part.place.end = name.place.begin + length;
            add(button, part);
            part.place = {name.place.begin + length + 1, name.place.end, name.place.file};
            return add(scene, part);
        }
        if (name.mentioned) return; // braces of the game's own
        const Node unknown = make(name.kinds.front(), name.on, name.text);
        if (unknown >= declared_.size())
            declared_.push_back({name.kinds.front(), {}, name.text, {}});
        add(unknown, name);
    }

    void add(Node node, const WrittenName& name) {
        if (name.place.known()) members_.push_back({node, name.place, name.declares});
    }

    // --- the index

    NameIndex index() {
        std::vector<IndexedName> families(declared_.size());
        for (Node node = 0; node < declared_.size(); ++node) {
            IndexedName& family = families[root(node)];
            family.kind = declared_[node].kind;
            family.text = declared_[node].text;
            if (is_of_screens(family.kind) && !declared_[node].on.empty())
                family.on.push_back(declared_[node].on);
        }
        for (const Member& member : members_)
            families[root(member.node)].places.push_back({member.place, member.declares});
        std::erase_if(families, [](const IndexedName& family) { return family.places.empty(); });
        for (IndexedName& family : families) put_in_order(family);
        return NameIndex(std::move(families));
    }

    /// What stands in an alias is there twice.
    static void put_in_order(IndexedName& family) {
        std::ranges::sort(family.on);
        const auto place = [](const NamePlace& one) {
            return std::tuple(one.place.file, one.place.begin);
        };
        std::ranges::sort(family.places, {}, place);
        const auto twice = std::unique(
            family.places.begin(), family.places.end(),
            [&](const NamePlace& a, const NamePlace& b) { return place(a) == place(b); });
        family.places.erase(twice, family.places.end());
    }

    struct Member {
        Node node = none;
        SourceRange place;
        bool declares = false;
    };

    const std::vector<WrittenName>& names_;
    const std::map<std::string, Takes, std::less<>>& takes_;
    std::unordered_map<Key, Node> nodes_;
    std::vector<Node> parent_;
    std::vector<Declared> declared_; // by node
    std::unordered_map<std::string, std::vector<std::pair<NameKind, std::string>>> declared_on_;
    std::unordered_map<std::string, std::vector<Node>> by_text_;      // controls and groups
    std::unordered_map<std::string, std::vector<std::string>> users_; // of parts
    std::vector<Member> members_;
};

} // namespace

NameIndex NameGatherer::finish() const {
    return Families(names_, takes_).find();
}

} // namespace rondix
