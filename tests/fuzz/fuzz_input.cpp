// Bytes as whatever a player, a game and a clock can do to the menus of the demo. Every change has
// to be a move that the core allows, and the focus has to be on what can be used.
#include "rondix/runtime/runner.hpp"
#include "rondix/tools/flow.hpp"

#include <cstdlib>

namespace {

using namespace rondix;

const CompiledFlow& demo() {
    static const FlowFile file = load_flow(RONDIX_ROOT "/examples/tidewick/tidewick.flow.yaml");
    return *file.compiled;
}

class Bytes {
  public:
    Bytes(const std::uint8_t* data, std::size_t size)
        : data_(data)
        , left_(size) {}
    bool more() const { return left_ > 0; }
    std::uint8_t next() { return left_ == 0 ? 0 : (--left_, *data_++); }
    std::uint32_t below(std::size_t most) {
        return most == 0 ? 0 : next() % static_cast<std::uint32_t>(most);
    }

  private:
    const std::uint8_t* data_;
    std::size_t left_;
};

Device device(Bytes& bytes) {
    const std::uint8_t which = bytes.next();
    switch (which % 4) {
    case 0: return Device::keyboard;
    case 1: return Device::pad(which / 4 % 3);
    case 2: return Device::mouse;
    default: return Device::finger(which / 4 % 3);
    }
}

Point point(Bytes& bytes) {
    return {static_cast<float>(bytes.next()) * 5, static_cast<float>(bytes.next()) * 3};
}

void act(Runner& menus, Bytes& bytes) {
    const CompiledFlow& flow = menus.flow();
    const std::uint8_t what = bytes.next();
    switch (what % 20) {
    case 0: menus.press(Button(bytes.below(button_count)), device(bytes)); break;
    case 1: menus.release(Button(bytes.below(button_count)), device(bytes)); break;
    case 2: menus.pointer_moves(point(bytes), device(bytes)); break;
    case 3: menus.pointer_presses(point(bytes), device(bytes)); break;
    case 4: menus.pointer_releases(point(bytes), device(bytes)); break;
    case 5: menus.press_code(device(bytes), Code{bytes.next()}); break;
    case 6: menus.device_gone(device(bytes)); break;
    case 7: menus.press_key(KeyId(bytes.below(flow.keys.size())), device(bytes)); break;
    case 8: menus.press_other_key(device(bytes)); break;
    case 9: menus.scroll(point(bytes), static_cast<float>(bytes.next()) - 128); break;
    case 10: menus.type("x"); break;
    case 11: menus.erase(); break;
    case 12: menus.post(EventId(bytes.below(flow.events.size() + 1))); break;
    case 13:
        menus.finish(what < 200 ? menus.load_ticket() : LoadTicket{bytes.next()}, Answer::done);
        break;
    case 14: menus.finish(menus.load_ticket(), Answer::failed); break;
    case 15:
        menus.finish(menus.request_ticket(RequestId(bytes.below(flow.requests.size()))),
                     what < 128 ? Answer::done : Answer::failed);
        break;
    case 16: menus.set_flag(FlagId(bytes.below(flow.flags.size() + 1)), what < 128); break;
    case 17: menus.set_setting(SettingId(bytes.below(flow.settings.size())), bytes.next()); break;
    case 18:
        menus.set_rows(flow.control(flow.screen("cargo"), "hold"),
                       {bytes.next() * 40U, nullptr, [](void*, std::uint32_t row) {
                            return ListRow{"crate", 0, row % 5 == 4};
                        }});
        break;
    default: menus.advance(bytes.next() / 64.0);
    }
}

} // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const CompiledFlow& flow = demo();
    Runner menus(flow);
    menus.start();
    MenuState mirror = menus.menu_state();
    menus.take_moves();
    for (Bytes bytes(data, size); bytes.more();) {
        act(menus, bytes);
        for (const Move move : menus.take_moves())
            if (!apply(flow, mirror, move).answered) std::abort();
        if (!(mirror == menus.menu_state())) std::abort();
        const ControlId focus = menus.focus();
        if (focus != no_control && !usable(flow, menus.menu_state(), focus)) std::abort();
        menus.take_effects();
        menus.view();
    }
    return 0;
}
