// Bindings: what each key, button or axis of a device means.
#include "rondix/runtime/runner.hpp"
#include "support.hpp"

#include <random>
#include <set>

namespace rondix::test {
namespace {

const std::string keys = R"flow(
rondix: 1
start: helm
screens:
  helm:
    keys: { chart: open chart }
    controls: [{ button: leave, press: quit }]
  chart: {}
)flow";

/// Whatever the player binds, a code means one thing, and nothing loses its last key.
TEST(Bindings, KeepTheirPromises) {
    const FlowFile file = good_flow(keys);
    std::mt19937 random(5);
    for (int round = 0; round < 300; ++round) {
        Bindings bindings(*file.compiled);
        std::vector<std::size_t> counts;
        for (std::uint32_t i = 0; i < bindings.targets(); ++i) {
            for (std::uint32_t n = 1 + random() % 3; n > 0; --n)
                EXPECT_TRUE(bindings.add(DeviceKind::keyboard, Code{10 * i + n}, Target(i)));
            counts.push_back(bindings.codes(DeviceKind::keyboard, Target(i)).size());
        }
        bindings.keep_as_defaults();
        for (int i = 0; i < 200; ++i) {
            const auto code = Code(random() % 120);
            const auto target = Target(random() % bindings.targets());
            if (random() % 20 == 0) {
                bindings.reset(target);
                EXPECT_TRUE(bindings.is_default(DeviceKind::keyboard, target));
            } else if (bindings.rebind(DeviceKind::keyboard, code, target)) {
                EXPECT_EQ(bindings.codes(DeviceKind::keyboard, target)[0], code);
            }
            std::set<Code> seen;
            for (std::size_t t = 0; t < bindings.targets(); ++t) {
                const auto codes = bindings.codes(DeviceKind::keyboard, Target(t));
                EXPECT_EQ(codes.size(), counts[t]);
                for (const Code one : codes) EXPECT_TRUE(seen.insert(one).second);
            }
        }
    }
}

TEST(Bindings, WhatIsNeededIsNotTakenAway) {
    const FlowFile file = good_flow(keys);
    Bindings bindings(*file.compiled);
    const Target chart = target_of(file.compiled->key("chart"));
    EXPECT_TRUE(bindings.add(DeviceKind::pad, Code{1}, target_of(Button::back)));
    EXPECT_TRUE(bindings.add(DeviceKind::pad, Code{2}, target_of(Button::left)));
    EXPECT_FALSE(bindings.add(DeviceKind::pad, Code{1}, chart));
    EXPECT_FALSE(bindings.rebind(DeviceKind::pad, Code{1}, chart)); // it has none to give for it
    EXPECT_FALSE(bindings.remove(DeviceKind::pad, Code{1}));
    EXPECT_TRUE(bindings.rebind(DeviceKind::pad, Code{2}, chart)); // left can do without
    EXPECT_TRUE(bindings.codes(DeviceKind::pad, target_of(Button::left)).empty());
    EXPECT_FALSE(bindings.rebind(DeviceKind::touch, Code{2}, chart)); // fingers have no keys
}

} // namespace
} // namespace rondix::test
