/* Each header of C stands alone, and twice does no harm. */
#include "rondix/c/saved_state.h"

#include "rondix/c/draw_list.h"

#include "rondix/rondix.h"

uint32_t interface_number(void);
uint32_t interface_number(void) {
    return rondix_interface();
}
