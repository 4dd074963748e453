// rondix/c/bindings.h: which codes stand for what, in C.
#include "c_interface/convert.hpp"

using namespace rondix;
using namespace rondix::c;

extern "C" {

rondix_bindings* rondix_bindings_new(const rondix_flow* flow) {
    return reinterpret_cast<rondix_bindings*>(
        made<Bindings>([&] { return new Bindings(flow->flow); }));
}

rondix_bindings* rondix_bindings_copy(const rondix_bindings* bindings) {
    return reinterpret_cast<rondix_bindings*>(
        made<Bindings>([&] { return new Bindings(in(bindings)); }));
}

void rondix_bindings_free(rondix_bindings* bindings) {
    delete reinterpret_cast<Bindings*>(bindings);
}

bool rondix_bindings_add(rondix_bindings* bindings, rondix_device_kind kind, uint32_t code,
                         rondix_target target) {
    const auto known = in_kind(kind);
    return known && in(bindings).add(*known, Code{code}, in<Target>(target));
}

bool rondix_bindings_remove(rondix_bindings* bindings, rondix_device_kind kind, uint32_t code) {
    const auto known = in_kind(kind);
    return known && in(bindings).remove(*known, Code{code});
}

bool rondix_bindings_give_needed(rondix_bindings* bindings, rondix_device_kind kind,
                                 rondix_target target) {
    const auto known = in_kind(kind);
    return known && in(bindings).give_needed(*known, in<Target>(target));
}

void rondix_bindings_clear(rondix_bindings* bindings, rondix_device_kind kind,
                           rondix_target target) {
    if (const auto known = in_kind(kind)) in(bindings).clear(*known, in<Target>(target));
}

void rondix_bindings_keep_as_defaults(rondix_bindings* bindings) {
    in(bindings).keep_as_defaults();
}

void rondix_bindings_reset(rondix_bindings* bindings, rondix_target target) {
    in(bindings).reset(in<Target>(target));
}

void rondix_bindings_reset_all(rondix_bindings* bindings) {
    in(bindings).reset_all();
}

bool rondix_bindings_rebind(rondix_bindings* bindings, rondix_device_kind kind, uint32_t code,
                            rondix_target target) {
    const auto known = in_kind(kind);
    return known && in(bindings).rebind(*known, Code{code}, in<Target>(target));
}

void rondix_bindings_take_choices(rondix_bindings* bindings, const rondix_flow* flow,
                                  const rondix_bindings* others,
                                  const rondix_flow* flow_of_others) {
    in(bindings).take_choices(flow->flow, in(others), flow_of_others->flow);
}

rondix_target rondix_bindings_meaning(const rondix_bindings* bindings, rondix_device_kind kind,
                                      uint32_t code) {
    const auto known = in_kind(kind);
    return known ? out(in(bindings).meaning(*known, Code{code})) : RONDIX_NONE;
}

size_t rondix_bindings_codes(const rondix_bindings* bindings, rondix_device_kind kind,
                             rondix_target target, uint32_t* codes) {
    const auto known = in_kind(kind);
    if (!known) return 0;
    const std::span<const Code> found = in(bindings).codes(*known, in<Target>(target));
    std::transform(found.begin(), found.end(), codes,
                   [](Code code) { return static_cast<std::uint32_t>(code); });
    return found.size();
}

bool rondix_bindings_is_default(const rondix_bindings* bindings, rondix_device_kind kind,
                                rondix_target target) {
    const auto known = in_kind(kind);
    return known && in(bindings).is_default(*known, in<Target>(target));
}

size_t rondix_bindings_targets(const rondix_bindings* bindings) {
    return in(bindings).targets();
}

rondix_text rondix_target_name(const rondix_flow* flow, rondix_target target) {
    return out(name_of(flow->flow, in<Target>(target)));
}

rondix_target rondix_target_named(const rondix_flow* flow, const char* name) {
    return out(target_named(flow->flow, in(name)));
}

} // extern "C"
