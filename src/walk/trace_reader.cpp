// Traces, line by line. What a line may hold stands in docs/traces.md.
#include "live/saved_json.hpp"
#include "rondix/tools/trace_file.hpp"
#include "yaml/near_files.hpp"
#include "yaml/text_file.hpp"

namespace rondix {

namespace {

using live::Json;

class TraceReader {
  public:
    explicit TraceReader(TraceFile& trace)
        : trace_(trace) {}

    /// False: it cannot be used.
    bool read() {
        const std::string_view text = trace_.source.text();
        for (std::size_t begin = 0; begin < text.size();) {
            const std::size_t end = std::min(text.find('\n', begin), text.size());
            line_ = {};
            line_.place = {static_cast<std::uint32_t>(begin), static_cast<std::uint32_t>(end), 0};
            trace_.cut_off = end == text.size();
            if (end > begin && !read_line(text.substr(begin, end - begin))) return false;
            begin = end + 1;
        }
        return !trace_.lines.empty() || wrong("this trace has no beginning");
    }

  private:
    bool wrong(std::string what) {
        add_finding(trace_.findings, RuleId::not_a_flow, line_.place, std::move(what));
        return false;
    }

    bool read_line(std::string_view text) {
        const Json line = Json::parse(text, nullptr, false);
        if (!line.is_object()) // the game may have ended while it was written
            return (trace_.cut_off && !trace_.lines.empty()) ||
                   wrong("this line does not belong to a trace");
        trace_.cut_off = false;
        if (line.contains("t") && line["t"].is_number()) line_.time = line["t"].get<double>();
        if (line.contains("by") && line["by"].is_string()) line_.by = line["by"].get<std::string>();
        line_.gap = line.contains("gap");
        const bool begins = line.contains("rondix-trace");
        if (!begins && trace_.lines.empty()) return wrong("this trace has no beginning");
        if (!read_texts(line, "rows", line_.rows) || !read_texts(line, "moves", line_.moves) ||
            !read_texts(line, "effects", line_.effects) || !read_texts(line, "now", line_.stack) ||
            !read_texts(line, "breaches", line_.breaches) || (begins && !read_beginning(line)))
            return false;
        trace_.lines.push_back(std::move(line_));
        return true;
    }

    bool read_beginning(const Json& line) {
        if (line["rondix-trace"] != 1)
            return wrong("this is no trace, or one of an unsupported version");
        const std::string fault = "the beginning of this trace cannot be read: ";
        if (!line.contains("from")) return wrong(fault + "'from' is missing");
        SavedState from;
        if (const Status status = live::from_json(line["from"], from); !status)
            return wrong(fault + std::string(status.words()));
        line_.begin.emplace().from = std::move(from);
        return read_texts(line, "loaded", line_.begin->loaded);
    }

    bool read_texts(const Json& line, const char* key, std::vector<std::string>& texts) {
        if (!line.contains(key)) return true;
        const Json& list = line[key];
        bool good = list.is_array();
        for (std::size_t i = 0; good && i < list.size(); ++i) {
            good = list[i].is_string();
            if (good) texts.push_back(list[i].get<std::string>());
        }
        return good || wrong("'" + std::string(key) + "' must be a list of texts");
    }

    TraceFile& trace_;
    TraceLine line_;
};

} // namespace

bool is_trace(std::string_view text) {
    return text.starts_with("{\"rondix-trace\"");
}

TraceFile load_trace_text(std::string name, std::string text) {
    TraceFile trace;
    trace.source = Source(std::move(name), std::move(text));
    trace.readable = TraceReader(trace).read();
    return trace;
}

TraceFile load_trace(const std::string& path) {
    std::string text;
    const std::string fault = read_file(path, text);
    if (fault.empty()) return load_trace_text(path, std::move(text));
    TraceFile trace;
    trace.source = Source(path, "");
    add_finding(trace.findings, RuleId::unreadable, {0, 0, 0},
                "cannot read '" + path + "': " + fault + near_file(path, path));
    return trace;
}

} // namespace rondix
