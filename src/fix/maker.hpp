// What all makers of proposals have: the finding, the text that it stands in, and how a change of
// that text is noted.
#pragma once

#include "editing/yaml_layout.hpp"
#include "rondix/tools/fix.hpp"

#include <optional>
#include <string>
#include <vector>

namespace rondix {

class ProposalMaker {
  public:
    ProposalMaker(const FlowFile& file, const Finding& finding)
        : file_(file)
        , flow_(file.flow)
        , finding_(finding)
        , source_(file.sources[finding.place.file])
        , layout_(source_, finding.place.file)
        , at_(finding.place.begin) {}

  protected:
    std::string text_of(SourceRange place) const {
        return source_.text().substr(place.begin, place.end - place.begin);
    }
    /// The words at which the finding stands.
    std::string said() const { return text_of(finding_.place); }

    bool is_here(const SourceRange& place) const {
        return place.known() && place.file == finding_.place.file;
    }
    bool begins_here(const SourceRange& place) const {
        return is_here(place) && place.begin == at_;
    }

    void add(std::string what, std::optional<Edit> edit, bool safe = false) {
        if (edit) all_.push_back({std::move(what), {*edit}, safe});
    }
    void replace(SourceRange place, std::string text, std::string what) {
        all_.push_back({std::move(what), {{place, std::move(text)}}, false});
    }

    const FlowFile& file_;
    const Flow& flow_;
    const Finding& finding_;
    const Source& source_;
    const Layout layout_;
    const std::uint32_t at_;
    std::vector<Fix> all_;
};

} // namespace rondix
