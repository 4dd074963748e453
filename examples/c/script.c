#include "script.h"

#include <stdio.h>
#include <stdlib.h>
#include <string.h>

/* A step that is a word alone. */
typedef struct plain_step {
    const char* words;
    int kind;
} plain_step;

static const plain_step keys[] = {{"up", RONDIX_UP},
                                  {"down", RONDIX_DOWN},
                                  {"left", RONDIX_LEFT},
                                  {"right", RONDIX_RIGHT},
                                  {"accept", RONDIX_ACCEPT}};
static const plain_step moves[] = {{"back", RONDIX_MOVE_BACK},
                                   {"menu", RONDIX_MOVE_MENU},
                                   {"any key", RONDIX_MOVE_OTHER_KEY},
                                   {"loaded", RONDIX_MOVE_LOADED},
                                   {"load fails", RONDIX_MOVE_LOAD_FAILED}};

static const char* const effect_words[] = {
    "load",         "unload",       "set aside", "bring back", "pause",   "unpause",
    "show pointer", "hide pointer", "cue",       "music",      "request", "off",
    "begin text",   "end text",     "setting",   "front",      "focus",   "denied",
    "pad",          "told",         "todo",      "quit"};

bool script_line(char* line, size_t room) {
    if (!fgets(line, (int)room, stdin)) return false;
    line[strcspn(line, "\r\n")] = 0;
    return true;
}

/* What stands behind `words` in a line, or NULL where it begins otherwise. */
static const char* behind(const char* line, const char* words) {
    const size_t length = strlen(words);
    return strncmp(line, words, length) == 0 ? line + length : NULL;
}

static int find(const plain_step* steps, size_t count, const char* line) {
    for (size_t i = 0; i < count; ++i)
        if (strcmp(steps[i].words, line) == 0) return steps[i].kind;
    return -1;
}

static bool replay(rondix_runner* menus, int kind, uint32_t subject, uint32_t value) {
    const rondix_move move = {(uint8_t)kind, (uint16_t)value, subject};
    return rondix_runner_replay(menus, move);
}

static rondix_id control_in_front(const rondix_flow* flow, rondix_runner* menus, const char* name) {
    const rondix_menu_state* now = rondix_runner_menu_state(menus);
    return rondix_flow_control(flow, rondix_menu_state_foremost(now), name);
}

/* `cast-off`, or `charts row 2`. */
static bool press(const rondix_flow* flow, rondix_runner* menus, const char* subject) {
    char name[100];
    const char* const row = strstr(subject, " row ");
    const size_t length = row ? (size_t)(row - subject) : strlen(subject);
    if (length >= sizeof name) return false;
    memcpy(name, subject, length);
    name[length] = 0;
    const rondix_id control = control_in_front(flow, menus, name);
    const int number = row ? atoi(row + 5) : 1;
    return number > 0 && replay(menus, RONDIX_MOVE_PRESS, control, (uint32_t)number - 1);
}

/* A key of the keyboard, down and up. */
static bool tap(rondix_runner* menus, int button) {
    rondix_runner_advance(menus, 0.15); /* right after a change of screen none would be taken */
    const bool taken = rondix_runner_press(menus, (rondix_button)button, RONDIX_KEYBOARD, 0);
    rondix_runner_release(menus, (rondix_button)button, RONDIX_KEYBOARD, 0);
    return taken;
}

static void point_at(const rondix_flow* flow, rondix_runner* menus, script_hand* hand,
                     const char* name) {
    const rondix_id control = control_in_front(flow, menus, name);
    rondix_runner_bring_into_view(menus, control);
    const rondix_rect place = rondix_runner_seen_of(menus, control);
    hand->at.x = place.x + place.width / 2;
    hand->at.y = place.y + place.height / 2;
    rondix_runner_pointer_moves(menus, hand->at, RONDIX_POINTER, 0);
}

bool script_step(const rondix_flow* flow, rondix_runner* menus, script_hand* hand,
                 const char* line) {
    const char* rest;
    const int key = find(keys, sizeof keys / sizeof *keys, line);
    if (key >= 0) return tap(menus, key);
    const int move = find(moves, sizeof moves / sizeof *moves, line);
    if (move >= 0) return replay(menus, move, 0, 0);
    if ((rest = behind(line, "press "))) return press(flow, menus, rest);
    if ((rest = behind(line, "key ")))
        return replay(menus, RONDIX_MOVE_KEY, rondix_flow_key(flow, rest), 0);
    if ((rest = behind(line, "event ")))
        return replay(menus, RONDIX_MOVE_EVENT, rondix_flow_event(flow, rest), 0);
    if ((rest = behind(line, "done ")))
        return replay(menus, RONDIX_MOVE_DONE, rondix_flow_request(flow, rest), 0);
    if ((rest = behind(line, "fails ")))
        return replay(menus, RONDIX_MOVE_FAILED, rondix_flow_request(flow, rest), 0);
    if ((rest = behind(line, "game raises ")))
        return replay(menus, RONDIX_MOVE_RAISE, rondix_flow_flag(flow, rest), 0);
    if ((rest = behind(line, "game lowers ")))
        return replay(menus, RONDIX_MOVE_LOWER, rondix_flow_flag(flow, rest), 0);
    if ((rest = behind(line, "wait "))) return rondix_runner_advance(menus, atof(rest)), true;
    if ((rest = behind(line, "point at ")) || (rest = behind(line, "slide to ")))
        return point_at(flow, menus, hand, rest), true;
    if ((rest = behind(line, "hold "))) {
        rondix_runner_advance(menus, 0.15);
        point_at(flow, menus, hand, rest);
        rondix_runner_pointer_presses(menus, hand->at, RONDIX_POINTER, 0);
        return true;
    }
    if (strcmp(line, "let go") == 0)
        return rondix_runner_pointer_releases(menus, hand->at, RONDIX_POINTER, 0);
    return false;
}

/* What an effect is about, in words. */
static rondix_text subject(const rondix_flow* flow, const rondix_effect* effect) {
    const rondix_text nothing = {"", 0}, none = {"none", 4};
    switch (effect->kind) {
    case RONDIX_LOAD:
    case RONDIX_UNLOAD:
    case RONDIX_SET_ASIDE:
    case RONDIX_BRING_BACK: return rondix_flow_name(flow, RONDIX_SCENES, effect->about);
    case RONDIX_CUE: return rondix_flow_name(flow, RONDIX_CUES, effect->about);
    case RONDIX_MUSIC:
        return effect->about == RONDIX_SILENCE
                   ? none
                   : rondix_flow_name(flow, RONDIX_TUNES, effect->about);
    case RONDIX_REQUEST:
    case RONDIX_OFF: return rondix_flow_name(flow, RONDIX_REQUESTS, effect->about);
    case RONDIX_SETTING: return rondix_flow_name(flow, RONDIX_SETTINGS, effect->about);
    case RONDIX_FRONT: return rondix_flow_name(flow, RONDIX_SCREENS, effect->about);
    case RONDIX_FOCUS:
    case RONDIX_DENIED: return rondix_flow_name(flow, RONDIX_CONTROLS, effect->about);
    case RONDIX_TOLD:
    case RONDIX_TODO: return rondix_flow_name(flow, RONDIX_WORDS, effect->about);
    default: return nothing;
    }
}

static void print_effects(const rondix_flow* flow, rondix_runner* menus) {
    rondix_effect effect;
    while (rondix_runner_take_effect(menus, &effect)) {
        const rondix_text about = subject(flow, &effect);
        printf("    %s%s%.*s", effect_words[effect.kind], about.length ? " " : "",
               (int)about.length, about.data);
        if (effect.kind == RONDIX_SETTING) {
            const rondix_text value = rondix_runner_shown_value(menus, effect.about);
            printf(" %.*s", (int)value.length, value.data);
        }
        printf("\n");
    }
}

void script_play(const rondix_flow* flow, rondix_runner* menus) {
    char line[200];
    script_hand hand = {{-1, -1}};
    printf("start\n");
    print_effects(flow, menus);
    while (script_line(line, sizeof line)) {
        const bool answered = script_step(flow, menus, &hand, line);
        printf("%s%s\n", line, answered ? "" : ": ignored");
        print_effects(flow, menus);
    }
}
