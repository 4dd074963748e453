#include "scene.hpp"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <cmath>
#include <fstream>
#include <limits>

namespace tidewick {

namespace {

using Json = nlohmann::json;

Spot spot_in(const Json& json) {
    return {json.at(0).get<double>(), json.at(1).get<double>()};
}

Scene read(const Json& json) {
    Scene scene;
    scene.width = json.at("size").at(0).get<double>();
    scene.height = json.at("size").at(1).get<double>();
    scene.start = spot_in(json.at("start"));
    scene.heading = json.value("heading", 0.0);
    scene.fog = json.value("fog", 0.0);
    if (json.contains("quay")) scene.quay = spot_in(json["quay"]), scene.has_quay = true;
    for (const Json& outline : json.value("land", Json::array())) {
        scene.land.emplace_back();
        for (const Json& corner : outline) scene.land.back().push_back(spot_in(corner));
    }
    for (const Json& shoal : json.value("shoals", Json::array()))
        scene.shoals.push_back({spot_in(shoal), shoal.at(2).get<double>()});
    for (const Json& buoy : json.value("buoys", Json::array()))
        scene.buoys.push_back({spot_in(buoy), buoy.at(2) == "red"});
    for (const Json& crate : json.value("crates", Json::array()))
        scene.crates.push_back(spot_in(crate));
    return scene;
}

/// How far a spot is from the edge of some land; below 0 inside it.
double shore_distance(const std::vector<Spot>& land, Spot spot) {
    double least = std::numeric_limits<double>::max();
    bool inside = false;
    for (std::size_t i = 0, j = land.size() - 1; i < land.size(); j = i++) {
        const Spot a = land[j], b = land[i];
        const double dx = b.x - a.x, dy = b.y - a.y;
        const double along = std::clamp(((spot.x - a.x) * dx + (spot.y - a.y) * dy) /
                                            std::max(dx * dx + dy * dy, 1e-9),
                                        0.0, 1.0);
        least = std::min(least, std::hypot(spot.x - a.x - along * dx, spot.y - a.y - along * dy));
        if ((b.y > spot.y) != (a.y > spot.y) &&
            spot.x < (a.x - b.x) * (spot.y - b.y) / (a.y - b.y) + b.x)
            inside = !inside;
    }
    return inside ? -least : least;
}

double depth_at(const Scene& scene, Spot spot) {
    double depth = 12;
    for (const auto& land : scene.land)
        if (land.size() > 2) depth = std::min(depth, shore_distance(land, spot) / 14);
    for (const Shoal& shoal : scene.shoals)
        depth = std::min(
            depth, (std::hypot(spot.x - shoal.at.x, spot.y - shoal.at.y) - shoal.radius) / 14 + 1);
    return depth;
}

struct Colour {
    double red, green, blue;
};

Colour mixed(Colour from, Colour to, double share) {
    share = std::clamp(share, 0.0, 1.0);
    return {from.red + (to.red - from.red) * share, from.green + (to.green - from.green) * share,
            from.blue + (to.blue - from.blue) * share};
}

/// Grass, sand, shallow water, deep water, one running into the other.
std::uint32_t colour_of(double depth) {
    const Colour water = mixed({122, 170, 164}, {32, 74, 92}, std::sqrt(std::max(depth, 0.0) / 12));
    const Colour ground = mixed({201, 185, 138}, {138, 154, 107}, -1.2 - depth);
    const Colour colour = mixed(water, ground, 0.9 - depth);
    const auto byte = [](double value) { return static_cast<std::uint32_t>(std::lround(value)); };
    return 0xFF000000 | byte(colour.red) << 16 | byte(colour.green) << 8 | byte(colour.blue);
}

bool sound(Scene& scene, ProgressReporter& progress) {
    Depths& depths = scene.depths;
    depths.columns = static_cast<int>(scene.width / Depths::step) + 1;
    depths.rows = static_cast<int>(scene.height / Depths::step) + 1;
    for (int row = 0; row < depths.rows; ++row) {
        if (progress.is_called_off()) return false;
        for (int column = 0; column < depths.columns; ++column) {
            const double depth = depth_at(scene, {column * Depths::step, row * Depths::step});
            depths.values.push_back(static_cast<float>(depth));
            depths.colours.push_back(colour_of(depth));
        }
        progress.tell(static_cast<float>(row) / static_cast<float>(depths.rows));
        std::this_thread::sleep_for(std::chrono::milliseconds(4)); // a lead line takes its time
    }
    return true;
}

} // namespace

double Depths::at(Spot spot) const {
    const auto place = [](double at, int most) {
        return static_cast<std::size_t>(std::clamp(static_cast<int>(at / step), 0, most - 1));
    };
    return values[place(spot.y, rows) * static_cast<std::size_t>(columns) + place(spot.x, columns)];
}

SceneResult load_scene(const std::string& path, bool fails, ProgressReporter& progress) {
    SceneResult result;
    std::ifstream file(path);
    if (!file) return {{}, "cannot read '" + path + "'"};
    const Json json = Json::parse(file, nullptr, false);
    if (json.is_discarded()) return {{}, "'" + path + "' is not JSON"};
    try {
        result.scene = read(json);
    } catch (const Json::exception& wrong) {
        return {{}, "'" + path + "': " + wrong.what()};
    }
    if (!(result.scene.width > 0) || !(result.scene.height > 0) || result.scene.width > 10'000 ||
        result.scene.height > 10'000)
        return {{}, "'" + path + "': its size cannot be"};
    if (!sound(result.scene, progress)) return {{}, "called off"};
    if (fails) return {{}, "'" + path + "' was made to fail"};
    return result;
}

} // namespace tidewick
