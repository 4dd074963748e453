#include "rondix/pack.hpp"

#include "logic/image.hpp"
#include "logic/row_fields.hpp"
#include "rondix/packed_flow.hpp"

#include <charconv>

namespace rondix {

namespace {

class Packer {
  public:
    std::string pack(const CompiledFlow& flow) {
        constexpr std::size_t tables = rows::table_count + 1;
        const std::size_t head = sizeof(image::Header) + tables * sizeof(image::TableLine);
        image_.assign(image::aligned(head), '\0');
        const rows::Rest rest = rows::rest_of(flow);
        add(std::span(&rest, 1));
        rows::each_table(flow, [this](const auto& table) {
            add(std::span(table.data(), table.size()));
        });
        image::Header header{};
        std::memcpy(header.magic, image::magic, sizeof header.magic);
        header.version = image::version;
        header.tables = static_cast<std::uint32_t>(tables);
        header.size = image_.size();
        header.names = names_hash(flow);
        header.sum = image::checksum(
            std::as_bytes(std::span(image_)).subspan(sizeof header));
        std::memcpy(image_.data(), &header, sizeof header);
        return std::move(image_);
    }

  private:
    template <class Row>
    void add(std::span<const Row> all) {
        const image::TableLine line{sizeof(Row), static_cast<std::uint32_t>(all.size()),
                                    image_.size()};
        std::memcpy(image_.data() + sizeof(image::Header) + sizeof line * next_++, &line,
                    sizeof line);
        const std::size_t begin = image_.size();
        image_.resize(image::aligned(begin + all.size_bytes()), '\0');
        for (std::size_t i = 0; i < all.size(); ++i)
            add_row(all[i], image_.data() + begin + i * sizeof(Row));
    }

    /// Field by field, so that what stands between them stays zero.
    template <class Row>
    static void add_row(const Row& row, char* to) {
        const auto* from = reinterpret_cast<const char*>(&row);
        auto copy = [&](const auto& value) {
            const auto* field = reinterpret_cast<const char*>(&value);
            std::memcpy(to + (field - from), field, sizeof value);
        };
        rows::each_value(row, copy);
    }

    std::string image_;
    std::size_t next_ = 0;
};

} // namespace

std::string pack(const CompiledFlow& flow) {
    return Packer().pack(flow);
}

std::string pack_as_cpp(const std::string& image, const std::string& name) {
    std::string text = "// A packed flow, made by rondix pack. For rondix/packed_flow.hpp.\n"
                       "#pragma once\n\nalignas(16) inline constexpr unsigned char " +
                       name + "[] = {";
    constexpr std::size_t a_line = 20;
    for (std::size_t i = 0; i < image.size(); ++i) {
        char number[4];
        const auto [end, fault] = std::to_chars(
            number, number + sizeof number, static_cast<unsigned>(static_cast<unsigned char>(image[i])));
        text += i % a_line == 0 ? "\n    " : " ";
        text.append(number, end);
        text += ',';
    }
    return text + "\n};\n";
}

} // namespace rondix
