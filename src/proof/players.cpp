#include "proof/players.hpp"

namespace rondix {

std::vector<DeviceSet> players(const CompiledFlow& flow) {
    const DeviceSet listed = flow.devices;
    std::vector<DeviceSet> alike;
    const auto add = [&](unsigned kinds) {
        if ((kinds & listed) != 0) alike.push_back(static_cast<DeviceSet>(kinds & listed));
    };
    if (flow.pad_keys.size() == flow.keys.size()) {
        add(set_of(DeviceKind::keyboard) | set_of(DeviceKind::pad));
    } else {
        add(set_of(DeviceKind::keyboard));
        add(set_of(DeviceKind::pad));
    }
    add(set_of(DeviceKind::pointer) | set_of(DeviceKind::touch));
    if (alike.size() == 1) return alike;
    std::vector<DeviceSet> all{listed};
    all.insert(all.end(), alike.begin(), alike.end());
    return all;
}

std::string names_of(DeviceSet devices) {
    std::string names;
    for (std::size_t i = 0; i < device_kind_count; ++i) {
        if ((devices & set_of(DeviceKind(i))) == 0) continue;
        names += (names.empty() ? "" : " or ") + std::string(name_of(DeviceKind(i)));
    }
    return names;
}

} // namespace rondix
