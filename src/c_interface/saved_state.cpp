// rondix/c/saved_state.h: saved states in C.
#include "c_interface/runner_handle.hpp"

#include "rondix/saved_state.hpp"

using namespace rondix;
using namespace rondix::c;

struct rondix_saved {
    SavedState state;
    std::string text;
};

struct rondix_restored {
    Restored how;
};

namespace {

CheckOptions options_of(const rondix_limits* limits) {
    CheckOptions options = while_running();
    if (limits && limits->seconds > 0) options.max_seconds = limits->seconds;
    if (limits && limits->megabytes > 0) options.max_megabytes = limits->megabytes;
    return options;
}

template <class Restore>
rondix_restored* restored_by(const Restore& restore) {
    return made<rondix_restored>([&] { return new rondix_restored{restore()}; });
}

} // namespace

extern "C" {

rondix_code rondix_saved_of(const rondix_runner* runner, rondix_saved** saved, rondix_words* why) {
    *saved = made<rondix_saved>([&] {
        SavedState state = rondix::saved(runner->menus);
        std::string text = saved_text(state);
        return new rondix_saved{std::move(state), std::move(text)};
    });
    return *saved ? tell(RONDIX_DONE, "", why) : no_memory(why);
}

rondix_code rondix_saved_read(const char* text, rondix_saved** saved, rondix_words* why) {
    *saved = nullptr;
    Status status;
    std::unique_ptr<rondix_saved> read(made<rondix_saved>([&] {
        auto fresh = std::make_unique<rondix_saved>();
        fresh->text = in(text);
        status = read_saved(fresh->text, fresh->state);
        return fresh.release();
    }));
    if (!read) return no_memory(why);
    if (status) *saved = read.release();
    return tell(status, why);
}

void rondix_saved_free(rondix_saved* saved) {
    delete saved;
}

rondix_text rondix_saved_text(const rondix_saved* saved) {
    return out(std::string_view(saved->text));
}

rondix_text rondix_saved_scene(const rondix_saved* saved) {
    return out(std::string_view(saved->state.scene));
}

rondix_restored* rondix_restore(rondix_runner* runner, const rondix_saved* saved,
                                const rondix_limits* limits) {
    return restored_by([&] { return restore(runner->menus, saved->state, options_of(limits)); });
}

rondix_restored* rondix_restore_unproved(rondix_runner* runner, const rondix_saved* saved) {
    return restored_by([&] { return restore_unproved(runner->menus, saved->state); });
}

rondix_restored* rondix_take_over(rondix_runner* fresh, const rondix_runner* old,
                                  const rondix_limits* limits) {
    return restored_by([&] { return take_over(fresh->menus, old->menus, options_of(limits)); });
}

rondix_restored* rondix_take_over_unproved(rondix_runner* fresh, const rondix_runner* old) {
    return restored_by([&] { return take_over_unproved(fresh->menus, old->menus); });
}

bool rondix_restored_at_home(const rondix_restored* restored) {
    return restored->how.at_home;
}

size_t rondix_restored_dropped(const rondix_restored* restored) {
    return restored->how.dropped.size();
}

rondix_text rondix_restored_words(const rondix_restored* restored, size_t number) {
    return out(number < restored->how.dropped.size()
                   ? std::string_view(restored->how.dropped[number])
                   : std::string_view());
}

void rondix_restored_free(rondix_restored* restored) {
    delete restored;
}

} // extern "C"
