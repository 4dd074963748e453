// layout_hash(): a number for how the rows of a compiled flow are laid out. An image carries it, so
// that one of a version with other rows is refused, whether or not anybody remembered to say so. It
// is computed while compiling.
#pragma once

#include "logic/row_fields.hpp"

namespace rondix::rows {

/// Mixes what decides how a value is read: sizes, kinds, last enumerators, names of fields.
class LayoutHash {
  public:
    constexpr std::uint64_t value() const { return sum_; }

    template <class T>
    constexpr void add(const T& value) {
        mix(sizeof(T)), mix(alignof(T));
        if constexpr (std::is_enum_v<T>) {
            mix(is_closed<T> ? 1 + static_cast<std::uint64_t>(last<T>) : 0);
        } else if constexpr (std::is_arithmetic_v<T>) {
            mix(std::is_floating_point_v<T> ? 'f' : std::is_same_v<T, bool> ? 'b' : 'n');
        } else if constexpr (is_array<T>) {
            mix(value.size());
            add(value[0]);
        } else {
            for (const char c : field_names<T>) mix(static_cast<unsigned char>(c));
            fields(value, [this](const auto&... each) { (this->add(each), ...); });
        }
    }

  private:
    /// FNV-1a (Fowler, Noll, Vo), of whole numbers instead of bytes.
    constexpr void mix(std::uint64_t number) { sum_ = (sum_ ^ number) * 0x100000001B3; }
    std::uint64_t sum_ = 0xCBF29CE484222325;
};

consteval std::uint64_t layout_hash() {
    LayoutHash hash;
    hash.add(Rest{});
    each_member([&hash]<class Row, class Owner>(Table<Row> Owner::*) { hash.add(Row{}); });
    return hash.value();
}

} // namespace rondix::rows
