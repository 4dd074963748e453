#include "rondix/sdl2.hpp"

#include <SDL_mixer.h>

namespace rondix::sdl2 {

struct Sounds::Parts {
    std::string fault;
    std::vector<Mix_Chunk*> cues; // null where there is no file
    bool open = false;
};

Sounds::Sounds(const CompiledFlow& flow, const std::string& folder)
    : parts_(std::make_unique<Parts>()) {
    if (flow.looks.cues.empty()) return;
    if (Mix_OpenAudio(44100, AUDIO_S16SYS, 2, 1024) != 0) {
        parts_->fault = Mix_GetError();
        return;
    }
    parts_->open = true;
    for (const Cue& cue : flow.looks.cues) {
        const std::string file(flow.text(cue.file));
        parts_->cues.push_back(file.empty() ? nullptr : Mix_LoadWAV((folder + file).c_str()));
    }
}

Sounds::~Sounds() {
    for (Mix_Chunk* cue : parts_->cues)
        if (cue) Mix_FreeChunk(cue);
    if (parts_->open) Mix_CloseAudio();
}

bool Sounds::obey(const Effect& effect) {
    if (effect.kind != EffectKind::cue) return false;
    if (effect.subject < parts_->cues.size() && parts_->cues[effect.subject])
        Mix_PlayChannel(-1, parts_->cues[effect.subject], 0);
    return true;
}

const std::string& Sounds::fault() const {
    return parts_->fault;
}

} // namespace rondix::sdl2
