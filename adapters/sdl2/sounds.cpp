#include "rondix/sdl2.hpp"

#include <SDL_mixer.h>

#include <algorithm>
#include <cmath>

namespace rondix::sdl2 {

namespace {
constexpr int fade_ms = 400;
}

struct Sounds::Parts {
    std::string fault;
    std::vector<Mix_Chunk*> cues; // null where there is no file
    std::vector<Mix_Music*> tunes;
    bool open = false;
};

Sounds::Sounds(const CompiledFlow& flow, const std::string& folder)
    : parts_(std::make_unique<Parts>()) {
    if (flow.looks.cues.empty() && flow.looks.tunes.empty()) return;
    if (Mix_OpenAudio(44100, AUDIO_S16SYS, 2, 1024) != 0) {
        parts_->fault = Mix_GetError();
        return;
    }
    parts_->open = true;
    for (const Sound& cue : flow.looks.cues) {
        const std::string file(flow.text(cue.file));
        parts_->cues.push_back(file.empty() ? nullptr : Mix_LoadWAV((folder + file).c_str()));
    }
    for (const Sound& tune : flow.looks.tunes) {
        const std::string file(flow.text(tune.file));
        parts_->tunes.push_back(file.empty() ? nullptr : Mix_LoadMUS((folder + file).c_str()));
    }
}

Sounds::~Sounds() {
    for (Mix_Chunk* cue : parts_->cues)
        if (cue) Mix_FreeChunk(cue);
    for (Mix_Music* tune : parts_->tunes)
        if (tune) Mix_FreeMusic(tune);
    if (parts_->open) Mix_CloseAudio();
}

bool Sounds::obey(const Effect& effect) {
    if (effect.kind == EffectKind::music) {
        Mix_Music* tune = index(effect.tune()) < parts_->tunes.size()
                              ? parts_->tunes[index(effect.tune())]
                              : nullptr;
        if (parts_->open && tune)
            Mix_FadeInMusic(tune, -1, fade_ms);
        else if (parts_->open)
            Mix_FadeOutMusic(fade_ms);
        return true;
    }
    if (effect.kind != EffectKind::cue) return false;
    if (index(effect.cue()) < parts_->cues.size() && parts_->cues[index(effect.cue())])
        Mix_PlayChannel(-1, parts_->cues[index(effect.cue())], 0);
    return true;
}

void Sounds::set_volumes(float cues, float music) {
    if (!parts_->open) return;
    const auto level = [](float share) {
        return static_cast<int>(std::lround(std::clamp(share, 0.0F, 1.0F) * MIX_MAX_VOLUME));
    };
    Mix_Volume(-1, level(cues));
    Mix_VolumeMusic(level(music));
}

const std::string& Sounds::fault() const {
    return parts_->fault;
}

} // namespace rondix::sdl2
