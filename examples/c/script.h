/* Menus played line by line: keys, and the steps of walkthroughs. */
#ifndef FERRY_SCRIPT_H
#define FERRY_SCRIPT_H

#include "rondix/rondix.h"

/* Where the pointer is. */
typedef struct script_hand {
    rondix_point at;
} script_hand;

/* The next line of the input, without its end. False: there is none. */
bool script_line(char* line, size_t room);
/* Does what a line says. False: the menus do not answer it. */
bool script_step(const rondix_flow* flow, rondix_runner* menus, script_hand* hand,
                 const char* line);
/* All lines of the input; prints each, and what the game is told by it. */
void script_play(const rondix_flow* flow, rondix_runner* menus);

#endif
