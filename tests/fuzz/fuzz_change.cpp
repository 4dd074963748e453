// Any bytes as a flow file, and a change of it: which one is said in the first line. What is
// changed has no error that was not there, and whatever is offered while a value is typed keeps
// what was typed.
#include "editing/choices.hpp"
#include "rondix/tools/change.hpp"

#include <cstdlib>

namespace {

using namespace rondix;

std::size_t errors_in(const FlowFile& file) {
    std::size_t errors = 0;
    for (const Finding& finding : file.findings)
        if (finding.severity() == Severity::error) ++errors;
    return errors;
}

/// `on.name`, where it stands on a screen.
NameAsked asked(const IndexedName& name) {
    return {name.kind, name.on.empty() ? name.text : name.on.front() + "." + name.text};
}

Changed change(const FlowFile& file, unsigned char how, const NameAsked& name,
               const std::string& key, const std::string& value) {
    switch (how % 9) {
    case 0: return set_key(file, name, key, value);
    case 1: return drop_key(file, name, key);
    case 2: return add_entry(file, {name.kind, key}, value);
    case 3: return add_control(file, name, value, key);
    case 4: return link(file, name, value);
    case 5: return copy(file, name, key);
    case 6: return move_control(file, name, key);
    case 7: return remove(file, name);
    default: {
        Renamed renamed = rename(file, name, key);
        return {std::move(renamed.fault), std::move(renamed.texts)};
    }
    }
}

} // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    if (size < 4 || size > 6000) return 0;
    const std::string all(reinterpret_cast<const char*>(data), size);
    const std::size_t line = std::min(all.find('\n'), all.size() - 1);
    const std::string said =
        all.substr(std::min<std::size_t>(2, line), line - std::min<std::size_t>(2, line));
    const std::size_t equals = std::min(said.find('='), said.size());
    const std::string key = said.substr(0, equals);
    const std::string value = equals < said.size() ? said.substr(equals + 1) : "";
    const FlowFile file =
        load_flow_texts("fuzz.flow.yaml", {{"fuzz.flow.yaml", all.substr(line + 1)}});
    if (file.names.all().empty()) return 0;
    const IndexedName& name = file.names.all()[data[1] % file.names.all().size()];
    const Changed changed = change(file, data[0], asked(name), key, value);
    if (changed.fault.empty() && !changed.texts.empty()) {
        const FlowFile after = load_flow_texts("fuzz.flow.yaml", changed.texts);
        if (errors_in(after) > errors_in(file)) std::abort();
    }
    const std::size_t end = value.find_last_of(" ,[]{}()\n");
    const std::string kept = end == std::string::npos ? "" : value.substr(0, end + 1);
    for (const char* typed : {"press", "when", "in"})
        for (const Choice& choice : choices_for(
                 file, {grammar::Owner::control, typed, name.text, ControlKind::button}, value))
            if (!choice.text.starts_with(kept)) std::abort();
    return 0;
}
