// Directory: the names that a flow declares, by kind, for looking up and for suggesting the
// nearest.
#pragma once

#include "rondix/flow.hpp"

#include <string_view>
#include <unordered_map>

namespace rondix {

class NameTable {
  public:
    template <class Rows>
    explicit NameTable(const Rows& rows) {
        for (const auto& row : rows) {
            places_.try_emplace(row.id.text, order_.size());
            order_.push_back(row.id.text);
        }
    }

    static constexpr std::size_t none = static_cast<std::size_t>(-1);
    std::size_t find(std::string_view name) const {
        const auto found = places_.find(name);
        return found == places_.end() ? none : found->second;
    }
    bool has(std::string_view name) const { return places_.contains(name); }
    const std::vector<std::string_view>& names() const { return order_; }

  private:
    std::unordered_map<std::string_view, std::size_t> places_;
    std::vector<std::string_view> order_;
};

/// Holds views into `flow`, which must stay as it is meanwhile.
struct Directory {
    NameTable scenes, screens, flags, events;
    explicit Directory(const Flow& flow)
        : scenes(flow.scenes)
        , screens(flow.screens)
        , flags(flow.flags)
        , events(flow.events) {}
};

} // namespace rondix
