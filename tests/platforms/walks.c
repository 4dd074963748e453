/* Random walks through the menus of a packed flow, by rondix.h alone, to be compared between
 * platforms: what the game is told, where the player is and has the focus, is summed up in a number
 * for each hundred walks. The same program, the same numbers, whatever machine runs it.
 *
 *   walks [HOW MANY]      1,000
 */
#include "rondix/rondix.h"
#include "tidewick.packed.h"

#include <stdio.h>
#include <stdlib.h>

enum { inputs = 200 };

typedef struct walker {
    const rondix_flow* flow;
    rondix_runner* menus;
    uint64_t random, sum;
} walker;

/* Knuth's linear congruential generator; its upper bits. */
static uint32_t number(walker* walk, uint32_t below) {
    walk->random = walk->random * 6364136223846793005u + 1442695040888963407u;
    return (uint32_t)(walk->random >> 33) % below;
}

/* FNV-1a */
static void add(walker* walk, uint32_t value) {
    for (int i = 0; i < 4; ++i) {
        walk->sum ^= value >> (8 * i) & 0xFF;
        walk->sum *= 1099511628211u;
    }
}

static void add_text(walker* walk, rondix_text text) {
    for (size_t i = 0; i < text.length; ++i) add(walk, (unsigned char)text.data[i]);
}

static rondix_id some(walker* walk, rondix_kind kind) {
    const size_t count = rondix_flow_count(walk->flow, kind);
    return count == 0 ? RONDIX_NONE : number(walk, (uint32_t)count);
}

/* A control in front, in its middle. */
static rondix_point somewhere(walker* walk) {
    const rondix_point corner = {0, 0};
    const rondix_menu_state* now = rondix_runner_menu_state(walk->menus);
    for (int tries = 0; tries < 50; ++tries) {
        const rondix_id control = some(walk, RONDIX_CONTROLS);
        if (!rondix_usable(walk->flow, now, control)) continue;
        const rondix_rect at = rondix_runner_seen_of(walk->menus, control);
        const rondix_point middle = {at.x + at.width / 2, at.y + at.height / 2};
        return middle;
    }
    return corner;
}

static void do_something(walker* walk) {
    rondix_runner* const menus = walk->menus;
    rondix_point at;
    rondix_button button;
    rondix_id id;
    switch (number(walk, 16)) {
    case 0:
    case 1:
    case 2:
    case 3:
    case 4:
    case 5:
        button = (rondix_button)number(walk, RONDIX_BUTTONS);
        add(walk, rondix_runner_press(menus, button, RONDIX_KEYBOARD, 0));
        rondix_runner_advance(menus, 0.25 * number(walk, 6));
        rondix_runner_release(menus, button, RONDIX_KEYBOARD, 0);
        break;
    case 6:
    case 7:
    case 8:
        at = somewhere(walk);
        rondix_runner_pointer_moves(menus, at, RONDIX_POINTER, 0);
        add(walk, rondix_runner_pointer_presses(menus, at, RONDIX_POINTER, 0));
        add(walk, rondix_runner_pointer_releases(menus, at, RONDIX_POINTER, 0));
        break;
    case 9: add(walk, rondix_runner_post(menus, some(walk, RONDIX_EVENTS))); break;
    case 10:
        id = some(walk, RONDIX_FLAGS); /* (which argument comes first is the compiler's choice) */
        add(walk, rondix_runner_set_flag(menus, id, number(walk, 2) == 0));
        break;
    case 11:
        add(walk, rondix_runner_press_key(menus, some(walk, RONDIX_KEYS), RONDIX_PAD, 0));
        break;
    case 12:
        id = some(walk, RONDIX_SETTINGS);
        add(walk, rondix_runner_set_setting(menus, id, number(walk, 4)));
        break;
    case 13: add(walk, rondix_runner_type(menus, "fog \xC3\xA6")); break;
    default: rondix_runner_advance(menus, 0.125 * number(walk, 64));
    }
}

static void answer(walker* walk, const rondix_effect* effect) {
    const rondix_answer how = number(walk, 5) == 0 ? RONDIX_ANSWER_FAILED : RONDIX_ANSWER_DONE;
    if (effect->kind == RONDIX_LOAD) rondix_runner_finish_load(walk->menus, effect->ticket, how);
    if (effect->kind == RONDIX_REQUEST)
        rondix_runner_finish_request(walk->menus, effect->ticket, how);
}

static void note(walker* walk) {
    rondix_effect effect;
    while (rondix_runner_take_effect(walk->menus, &effect)) {
        add(walk, effect.kind);
        add(walk, effect.value);
        add(walk, effect.about);
        add(walk, effect.ticket);
        answer(walk, &effect);
    }
    size_t count;
    const uint16_t* const words =
        rondix_menu_state_words(rondix_runner_menu_state(walk->menus), &count);
    for (size_t i = 0; i < count; ++i) add(walk, words[i]);
    add(walk, rondix_runner_focus(walk->menus));
    add(walk, (uint32_t)rondix_runner_view(walk->menus));
    add_text(walk,
             rondix_runner_accessible_info(walk->menus, rondix_runner_focus(walk->menus)).value);
}

static void row(void* context, uint32_t at, rondix_row* row_of_list) {
    (void)context;
    row_of_list->text.data = "A voyage";
    row_of_list->text.length = 8;
    row_of_list->which = at % 2;
}

int main(int words_said, char** words) {
    const int walks = words_said > 1 ? atoi(words[1]) : 1000;
    walker walk = {NULL, NULL, 1, 14695981039346656037u};
    rondix_flow* flow;
    rondix_words why;
    if (rondix_open_packed(packed_flow, sizeof packed_flow, &flow, &why) != RONDIX_DONE) {
        printf("refused: %s\n", why.text);
        return 3;
    }
    walk.flow = flow;
    for (int i = 0; i < walks; ++i) {
        const rondix_rows rows = {(uint32_t)(i % 40), NULL, row};
        walk.menus = rondix_runner_new(flow);
        for (rondix_id control = 0; control < rondix_flow_count(flow, RONDIX_CONTROLS); ++control)
            rondix_runner_set_rows(walk.menus, control, &rows);
        rondix_runner_start(walk.menus);
        note(&walk);
        for (int input = 0; input < inputs; ++input) {
            do_something(&walk);
            note(&walk);
        }
        rondix_runner_free(walk.menus);
        if ((i + 1) % 100 == 0)
            printf("%d walks: %08lx%08lx\n", i + 1, (unsigned long)(walk.sum >> 32),
                   (unsigned long)(walk.sum & 0xFFFFFFFFu));
    }
    rondix_flow_free(flow);
    return 0;
}
