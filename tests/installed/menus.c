/* From outside, in C: the library is there, and refuses what is no flow. */
#include "rondix/rondix.h"

#include <stdio.h>

int main(void) {
    rondix_flow* flow;
    rondix_words why;
    if (rondix_interface() != RONDIX_INTERFACE) return 1;
    if (rondix_open_packed("nothing of the sort", 19, &flow, &why) == RONDIX_DONE) return 1;
    printf("in C, %s: %s\n", rondix_version(), why.text);
    return 0;
}
