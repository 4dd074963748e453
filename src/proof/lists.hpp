// Lists: many short lists one after the other in one piece of memory; the last one grows.
#pragma once

#include <cstddef>
#include <cstdint>
#include <span>
#include <vector>

namespace rondix {

template <class Item>
class Lists {
  public:
    std::size_t size() const { return ends_.size(); }
    std::span<const Item> operator[](std::size_t list) const {
        const std::size_t begin = list == 0 ? 0 : ends_[list - 1];
        return {items_.data() + begin, ends_[list] - begin};
    }
    void push(const Item& item) { items_.push_back(item); }
    /// What was pushed since the last call is one list.
    void end_list() { ends_.push_back(static_cast<std::uint32_t>(items_.size())); }
    void clear() {
        items_.clear();
        ends_.clear();
    }

  private:
    std::vector<Item> items_;
    std::vector<std::uint32_t> ends_;
};

} // namespace rondix
