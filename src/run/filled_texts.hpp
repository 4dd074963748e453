// FilledTexts: the texts of a flow that name a key, such as `Hold {accept}`, with the key's name
// put in as the player knows it, and those that tell the `{time-left}`. Filled in anew whenever the
// names change, or the seconds; all others pass by.
#pragma once

#include "rondix/runtime/bindings.hpp"
#include "rondix/runtime/compiled_flow.hpp"
#include "rondix/runtime/text_measurer.hpp"

#include <string>

namespace rondix {

class FilledTexts {
  public:
    /// A filled text has room for a translation of four times as many bytes as it was written with,
    /// and as many more; what is longer is cut, after a whole letter.
    static constexpr std::size_t times_as_long = 4, room_for_names = 240;

    explicit FilledTexts(const CompiledFlow& flow);
    bool any() const { return !rows_.empty(); }
    /// How many texts are cut now.
    std::size_t cut() const { return cut_; }

    struct Names {
        const Bindings& bindings;
        const CodeNames& codes;
        DeviceKind kind{}; ///< keyboard or pad
    };
    /// Some text tells how much time is left.
    bool some_tell_time() const { return some_tell_time_; }
    /// False: nothing is different now, but for the time that is told.
    bool fill(const Translator& translator, const Names& names, std::uint32_t seconds_left);
    /// Fills in those that tell the time, with another one.
    void tell_time(const Translator& translator, const Names& names, std::uint32_t seconds_left);

    /// What is shown for a text: filled in, or as worded.
    std::string_view shown(std::string_view written, const Translator& translator) const;
    /// What room is made for: the same, with two digits whatever the time is, so that places do not
    /// change with it.
    std::string_view measured(std::string_view written, const Translator& translator) const;

  private:
    struct Row {
        TextRef written;
        std::string measured;
        std::string telling; // the same with the time that is left, where it tells that
        bool tells_time = false;
    };
    void add(TextRef text);
    /// True: it was cut.
    bool fill(std::string_view text, const Names& names, std::uint32_t seconds_left,
              std::string& into) const;
    const Row* find(std::string_view written) const;

    const CompiledFlow& flow_;
    std::vector<Row> rows_; // by where they begin
    std::string before_;
    std::size_t cut_ = 0;
    bool some_tell_time_ = false;
};

/// The name of the first key that stands for a target; its own name where there is none.
std::string_view key_name(const CompiledFlow& flow, const FilledTexts::Names& names, Target target);

} // namespace rondix
