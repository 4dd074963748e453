#include "rondix/runtime/packed_flow.hpp"

#include "logic/image.hpp"
#include "logic/layout_hash.hpp"
#include "logic/row_fields.hpp"

#include <cmath>

namespace rondix {

namespace {

/// Looks at a row's bytes before anything reads them as what they claim to be.
class Values {
  public:
    bool good() const { return good_; }

    template <class T>
    void operator()(const T& value) {
        if constexpr (std::is_same_v<T, bool>) {
            good_ = good_ && bits_of<std::uint8_t>(&value) <= 1;
        } else if constexpr (std::is_enum_v<T>) {
            if constexpr (rows::is_closed<T>) {
                using Number = std::underlying_type_t<T>;
                good_ = good_ && bits_of<Number>(&value) <= static_cast<Number>(rows::last<T>);
            }
        } else if constexpr (std::is_floating_point_v<T>) {
            good_ = good_ && std::isfinite(value) && std::abs(value) <= 1e9F;
        }
    }

  private:
    template <class Number>
    static Number bits_of(const void* value) {
        Number number{};
        std::memcpy(&number, value, sizeof number);
        return number;
    }
    bool good_ = true;
};

template <class Row>
bool has_good_values(const Row& row) {
    Values values;
    rows::each_value(row, values);
    return values.good();
}

class Opener {
  public:
    Opener(std::span<const std::byte> bytes, CompiledFlow& flow)
        : bytes_(bytes)
        , flow_(flow) {}

    Status open() {
        flow_ = {};
        Status status = open_header();
        if (status) status = open_tables();
        if (status) status = verify(flow_);
        if (status && names_hash(flow_) != header_.names)
            status = damaged("the names are not those that the image says");
        if (!status) flow_ = {};
        return status;
    }

  private:
    static Status damaged(std::string_view words) { return {StatusCode::damaged, words}; }

    Status open_header() {
        if (reinterpret_cast<std::uintptr_t>(bytes_.data()) % image::alignment != 0)
            return {StatusCode::other_format, "the image does not begin at a multiple of 16 bytes"};
        if (bytes_.size() < sizeof header_)
            return {StatusCode::other_format, "this is not a packed flow: it is too short"};
        std::memcpy(&header_, bytes_.data(), sizeof header_);
        if (std::memcmp(header_.magic, image::magic, sizeof image::magic) != 0)
            return {StatusCode::other_format, "this is not a packed flow"};
        if (!image::usable_here)
            return {StatusCode::other_format,
                    "packed flows are for machines whose numbers begin with the lowest byte "
                    "(little-endian): this is another"};
        if (header_.version != image::version)
            return {StatusCode::other_version,
                    "the flow was packed by another version of Rondix: pack it again"};
        if (header_.size != bytes_.size())
            return damaged("the image is cut short, or longer than it says");
        if (header_.rows != rows::layout_hash() || header_.tables != rows::table_count + 1)
            return {StatusCode::other_version,
                    "the flow was packed by another version of Rondix: pack it again"};
        if (image::checksum(bytes_.subspan(sizeof header_)) != header_.sum)
            return damaged("the image is damaged: its checksum is another");
        return {};
    }

    Status open_tables() {
        if (bytes_.size() < sizeof header_ + header_.tables * sizeof(image::TableLine))
            return damaged("the image is too short for its tables");
        Table<rows::Rest> rest;
        open_table(rest);
        rows::each_table(flow_, [this](auto& table) { open_table(table); });
        if (!good_ || rest.size() != 1)
            return damaged("a table of the image has values that cannot be");
        rows::put_rest(rest.data()[0], flow_);
        return {};
    }

    template <class Row>
    void open_table(Table<Row>& table) {
        image::TableLine line{};
        std::memcpy(&line, bytes_.data() + sizeof header_ + sizeof line * next_++, sizeof line);
        const std::uint64_t size = std::uint64_t{line.rows} * sizeof(Row);
        const bool fits = line.row_size == sizeof(Row) && line.begin % image::alignment == 0 &&
                          line.begin <= bytes_.size() && size <= bytes_.size() - line.begin;
        good_ = good_ && fits;
        if (!good_) return;
        const auto* first = reinterpret_cast<const Row*>(bytes_.data() + line.begin);
        const std::span<const Row> all(first, line.rows);
        if constexpr (!std::is_same_v<Row, char>)
            for (const Row& row : all) good_ = good_ && has_good_values(row);
        table = Table<Row>::at(all);
    }

    std::span<const std::byte> bytes_;
    CompiledFlow& flow_;
    image::Header header_{};
    std::size_t next_ = 0;
    bool good_ = true;
};

/// FNV-1a, by Fowler, Noll and Vo.
class NameHash {
  public:
    void add(std::string_view name) {
        for (const char c : name) step(static_cast<unsigned char>(c));
        step(0);
    }
    std::uint64_t value() const { return hash_; }

  private:
    void step(std::uint64_t byte) { hash_ = (hash_ ^ byte) * 0x100000001B3; }
    std::uint64_t hash_ = 0xCBF29CE484222325;
};

} // namespace

Status open_packed(std::span<const std::byte> image, CompiledFlow& flow) {
    return Opener(image, flow).open();
}

std::uint64_t names_hash(const CompiledFlow& flow) {
    NameHash hash;
    const auto add_all = [&](std::string_view kind, const auto& table) {
        hash.add(kind);
        for (const auto& row : table) hash.add(flow.text(row.id));
    };
    add_all("scenes", flow.scenes);
    add_all("screens", flow.screens);
    add_all("controls", flow.controls);
    add_all("flags", flow.flags);
    add_all("events", flow.events);
    add_all("requests", flow.requests);
    add_all("pages", flow.pages);
    add_all("settings", flow.settings);
    for (const Control& control : flow.controls)
        hash.add(flow.text(flow[control.screen].id)); // whose each is
    hash.add("keys");
    for (const TextRef key : flow.keys) hash.add(flow.text(key));
    hash.add("words");
    for (const TextRef word : flow.words) hash.add(flow.text(word));
    return hash.value();
}

} // namespace rondix
