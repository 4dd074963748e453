/* A small game in C: Tidewick Ferry as a text adventure. Its menus are those of the flow, which is
 * packed into the program; the voyage is a strait of five lanes with rocks in it. Type a line, and
 * see what comes of it:
 *
 *   up, down, left, right, accept, back, menu     the keys of the menus
 *   port, starboard, ahead                        the helm, while the ferry is under way
 *
 * ferry --script plays nothing by itself: it says what each line does, and takes the steps of
 * walkthroughs as well, such as `press cast-off`, `load fails`, `wait 1.2s`.
 */
#include "script.h"
#include "tidewick.ids.h"
#include "tidewick.packed.h"

#include <stdio.h>
#include <stdlib.h>
#include <string.h>

enum { lanes = 5, length = 12 };

typedef struct voyage {
    int lane, way;
} voyage;

/* One rock in each row of the strait, where the ferry is not at first. */
static int rock_at(int way) {
    return (way * 7 + 1) % lanes;
}

static void begin_voyage(voyage* ferry) {
    ferry->lane = lanes / 2;
    ferry->way = 0;
}

/* A row further, a lane to the side; what happens there is told to the menus. */
static void sail(voyage* ferry, int aside, rondix_runner* menus) {
    const int lane = ferry->lane + aside;
    if (lane >= 0 && lane < lanes) ferry->lane = lane;
    ++ferry->way;
    if (ferry->way > length)
        rondix_runner_post(menus, tidewick_ferry_events_moored);
    else if (rock_at(ferry->way) == ferry->lane)
        rondix_runner_post(menus, tidewick_ferry_events_run_aground);
}

static void show_strait(const voyage* ferry) {
    for (int way = ferry->way + 3; way >= ferry->way; --way) {
        char row[lanes + 1];
        memset(row, '~', lanes);
        row[lanes] = 0;
        if (way > 0 && way <= length) row[rock_at(way)] = '^';
        if (way == ferry->way) row[ferry->lane] = 'F';
        printf("    %s\n", row);
    }
}

/* The menu in front: its title, and what of it can be used. */
static void show_menu(const rondix_flow* flow, rondix_runner* menus) {
    const rondix_menu_state* now = rondix_runner_menu_state(menus);
    const size_t items = rondix_runner_view(menus);
    for (size_t i = 0; i < items; ++i) {
        rondix_item item;
        rondix_runner_item(menus, i, &item);
        if (item.screen != rondix_menu_state_foremost(now) || item.leaving) continue;
        if (item.kind == RONDIX_ITEM_TITLE)
            printf("    %.*s\n", (int)item.text.length, item.text.data);
        if (item.kind == RONDIX_ITEM_ROW) {
            const bool here = item.state == RONDIX_FOCUSED;
            printf("    %s %.*s\n", here ? ">" : " ", (int)item.text.length, item.text.data);
        }
        if (item.kind != RONDIX_ITEM_BUTTON && item.kind != RONDIX_ITEM_CONTROL) continue;
        const rondix_accessible_info said = rondix_runner_accessible_info(menus, item.control);
        printf("    %s %.*s %.*s%s\n", said.focused ? ">" : " ", (int)said.name.length,
               said.name.data, (int)said.value.length, said.value.data,
               said.disabled ? " (not now)" : "");
    }
    if (rondix_runs(flow, now)) printf("    The ferry is under way.\n");
}

/* What the game does itself, when nobody's script says so. */
static bool obey(const rondix_effect* effect, rondix_runner* menus, voyage* ferry) {
    switch (effect->kind) {
    case RONDIX_LOAD:
        begin_voyage(ferry);
        rondix_runner_finish_load(menus, effect->ticket, RONDIX_ANSWER_DONE);
        return true;
    case RONDIX_REQUEST:
        rondix_runner_finish_request(menus, effect->ticket, RONDIX_ANSWER_DONE);
        return true;
    case RONDIX_QUIT: return false;
    default: return true;
    }
}

static bool obey_all(rondix_runner* menus, voyage* ferry) {
    rondix_effect effect;
    while (rondix_runner_take_effect(menus, &effect))
        if (!obey(&effect, menus, ferry)) return false;
    return true;
}

static void play(const rondix_flow* flow, rondix_runner* menus) {
    voyage ferry;
    script_hand hand = {{0, 0}};
    char line[200];
    begin_voyage(&ferry);
    while (obey_all(menus, &ferry)) {
        show_menu(flow, menus);
        const bool sails = rondix_runs(flow, rondix_runner_menu_state(menus));
        if (sails) show_strait(&ferry);
        if (!script_line(line, sizeof line)) break;
        if (sails && strcmp(line, "port") == 0)
            sail(&ferry, -1, menus);
        else if (sails && strcmp(line, "starboard") == 0)
            sail(&ferry, 1, menus);
        else if (sails && strcmp(line, "ahead") == 0)
            sail(&ferry, 0, menus);
        else if (!script_step(flow, menus, &hand, line))
            printf("    (nothing)\n");
        rondix_runner_advance(menus, 1.5);
    }
}

/* Rows of the lists: what there is to choose from. */
static rondix_text text_of(const char* words) {
    const rondix_text text = {words, strlen(words)};
    return text;
}

static void chart(void* context, uint32_t number, rondix_row* row) {
    (void)context;
    row->text = text_of(number == 0 ? "Across the harbour" : "Through the fog");
    row->which = number;
}

static void crate(void* context, uint32_t number, rondix_row* row) {
    static const char* const wares[] = {"Tea", "Rope", "Lamps"};
    (void)context;
    row->text = text_of(wares[number % 3]);
}

int main(int count, char** words) {
    const bool scripted = count > 1 && strcmp(words[1], "--script") == 0;
    const rondix_rows charts = {2, NULL, chart}, hold = {12, NULL, crate};
    rondix_flow* flow;
    rondix_words why;
    if (rondix_open_packed(packed_flow, sizeof packed_flow, &flow, &why) != RONDIX_DONE) {
        fprintf(stderr, "the flow cannot be used: %s\n", why.text);
        return 2;
    }
    if (rondix_names_hash(flow) != tidewick_ferry_names) {
        fprintf(stderr, "the names are of another flow\n");
        return 2;
    }
    rondix_runner* menus = rondix_runner_new(flow);
    if (!menus) return 2;
    if (!scripted) {
        rondix_runner_set_rows(menus, tidewick_ferry_controls_voyages_charts, &charts);
        rondix_runner_set_rows(menus, tidewick_ferry_controls_cargo_hold, &hold);
    }
    rondix_runner_start(menus);
    if (scripted)
        script_play(flow, menus);
    else
        play(flow, menus);
    rondix_runner_free(menus);
    rondix_flow_free(flow);
    return 0;
}
