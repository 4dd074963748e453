#include "rondix/tools/pack.hpp"

#include "logic/image.hpp"
#include "logic/layout_hash.hpp"
#include "logic/row_fields.hpp"
#include "rondix/runtime/packed_flow.hpp"

#include <charconv>
#include <unordered_map>

namespace rondix {

namespace {

/// The texts of a flow, each once, and only those that a row has.
class Texts {
  public:
    Texts(const CompiledFlow& from, const std::string& folder)
        : from_(from)
        , folder_(folder) {}

    /// A copy of the flow whose rows have their texts here.
    CompiledFlow moved() {
        CompiledFlow flow = from_;
        rows::Rest rest = rows::rest_of(flow);
        rows::each_value(rest, *this);
        rows::put_rest(rest, flow);
        for (auto* files : {&flow.looks.pictures, &flow.looks.fonts})
            for (TextRef& file : files->edit()) shorten(file);
        for (auto* sounds : {&flow.looks.cues, &flow.looks.tunes})
            for (Sound& sound : sounds->edit()) shorten(sound.file);
        rows::each_table(flow, [this](auto& table) {
            using Row = typename std::remove_reference_t<decltype(table)>::value_type;
            if constexpr (!std::is_same_v<Row, char>)
                for (Row& row : table.edit()) rows::each_value(row, *this);
        });
        flow.texts = {};
        flow.texts.append(all_);
        return flow;
    }

    template <class T>
    void operator()(T&) const {}
    void text(TextRef& piece) {
        const auto [known, is_new] = known_.try_emplace(std::string(from_.text(piece)), 0);
        if (is_new) {
            known->second = static_cast<std::uint32_t>(all_.size());
            all_ += known->first;
        }
        piece.begin = known->second;
    }

  private:
    void shorten(TextRef& file) const {
        if (!from_.text(file).starts_with(folder_)) return;
        file.begin += static_cast<std::uint32_t>(folder_.size());
        file.length -= static_cast<std::uint32_t>(folder_.size());
    }

    const CompiledFlow& from_;
    const std::string& folder_;
    std::string all_;
    std::unordered_map<std::string, std::uint32_t> known_;
};

class Packer {
  public:
    std::string pack(const CompiledFlow& flow) {
        constexpr std::size_t tables = rows::table_count + 1;
        const std::size_t head = sizeof(image::Header) + tables * sizeof(image::TableLine);
        image_.assign(image::aligned(head), '\0');
        const rows::Rest rest = rows::rest_of(flow);
        add(std::span(&rest, 1));
        rows::each_table(flow,
                         [this](const auto& table) { add(std::span(table.data(), table.size())); });
        image::Header header{};
        std::memcpy(header.magic, image::magic, sizeof header.magic);
        header.version = image::version;
        header.tables = static_cast<std::uint32_t>(tables);
        header.size = image_.size();
        header.names = names_hash(flow);
        header.rows = rows::layout_hash();
        header.sum = image::checksum(std::as_bytes(std::span(image_)).subspan(sizeof header));
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

std::string pack(const CompiledFlow& flow, const std::string& folder) {
    return Packer().pack(Texts(flow, folder).moved());
}

static std::string as_array(std::string text, const std::string& image, const std::string& name) {
    text += name + "[] = {";
    constexpr std::size_t a_line = 20;
    for (std::size_t i = 0; i < image.size(); ++i) {
        char number[4];
        const auto [end, fault] =
            std::to_chars(number, number + sizeof number,
                          static_cast<unsigned>(static_cast<unsigned char>(image[i])));
        text += i % a_line == 0 ? "\n    " : " ";
        text.append(number, end);
        text += ',';
    }
    return text + "\n};\n";
}

std::string pack_as_cpp(const std::string& image, const std::string& name) {
    return as_array("// A packed flow, made by rondix pack. For rondix/runtime/packed_flow.hpp.\n"
                    "#pragma once\n\nalignas(16) inline constexpr unsigned char ",
                    image, name);
}

std::string pack_as_c(const std::string& image, const std::string& name) {
    const std::string guard = "RONDIX_" + name + "_H";
    // Where no alignment can be said, rondix_open_packed() makes a copy that has it.
    return as_array(
               "/* A packed flow, made by rondix pack. For rondix_open_packed(). */\n#ifndef " +
                   guard + "\n#define " + guard +
                   "\n\n"
                   "#if defined(__GNUC__)\n"
                   "__attribute__((aligned(16)))\n"
                   "#elif defined(_MSC_VER)\n"
                   "__declspec(align(16))\n"
                   "#endif\n"
                   "static const unsigned char ",
               image, name) +
           "\n#endif\n";
}

} // namespace rondix
