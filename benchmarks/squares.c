/* Games on a track whose squares do something, as the program's loop plays them: jumps folded into the landings, then
   miss a turn, go again, swap with the one ahead, and cards that are dealt, answered, kept or put under their pack. */
#include <stdint.h>
#include <string.h>

static uint64_t mixed(uint64_t state) {
    uint64_t z = (state ^ (state >> 30)) * 0xBF58476D1CE4E5B9u;
    return ((z ^ (z >> 27)) * 0x94D049BB133111EBu) >> 32;
}
#define NEXT (state += 0x9E3779B97F4A7C15u, mixed(state))
enum { MISS = 1, AGAIN, SWAP, CARD };

void play(uint64_t state, const int16_t *landing, const uint8_t *acts, const uint64_t *keep, const int64_t *alias,
          const int64_t *pack_of, const double *right, int64_t columns, int64_t length, int64_t seats, int64_t packs,
          int64_t size, int64_t runs, int64_t most, int64_t *turns_out, int64_t *tally_out,
          int8_t *winner_out) {
    int64_t place[8], kept[8], order[8][256], under[8][256], fresh[8], first[8], waits[8], seen[8][256], met = 0;
    int missing[8];
    for (int p = 0; p < packs; p++) for (int c = 0; c < size; c++) { order[p][c] = c; seen[p][c] = -1; }
    for (int64_t run = 0; run < runs; run++) {
        memset(place, 0, sizeof place); memset(missing, 0, sizeof missing); memset(kept, 0, sizeof kept);
        for (int p = 0; p < packs; p++) { fresh[p] = size; first[p] = waits[p] = 0; }
        int64_t turn = 0, seat = 0, leader = -1, last = -1, since = 0, changes = 0, setbacks = 0, rolls = 0;
        int home = 0;
        while (turn < most && !home) {
            turn++;
            if (missing[seat]) missing[seat] = 0;
            else {
                int64_t began = place[seat];
                for (int drawn = 0; drawn < 1000; drawn++) {
                    rolls++;
                    uint64_t wide = NEXT * (uint64_t)columns, column = wide >> 32;
                    if ((wide & 0xFFFFFFFFu) >= keep[column]) column = (uint64_t)alias[column];
                    int64_t old = place[seat], at = old * columns + (int64_t)column, fresh_place = landing[at];
                    int act = acts[at];
                    place[seat] = fresh_place;
                    if (act == SWAP) {
                        int best = -1;
                        for (int step = 1; step < seats; step++) {
                            int other = (int)((seat + step) % seats);
                            if (place[other] > place[seat] && place[other] < length
                                && (best < 0 || place[other] < place[best])) best = other;
                        }
                        if (best >= 0) { place[seat] = place[best]; place[best] = fresh_place; }
                    } else if (act == MISS) missing[seat] = 1;
                    else if (act == CARD) {
                        int p = (int)pack_of[fresh_place];
                        if (fresh[p] + waits[p] == 0) fresh[p] = size;
                        (void)NEXT;
                        int64_t card;
                        uint64_t bits = NEXT;
                        if (fresh[p]) {
                            int64_t which = (int64_t)((bits * (uint64_t)fresh[p]) >> 32), end = --fresh[p];
                            card = order[p][which]; order[p][which] = order[p][end]; order[p][end] = card;
                        } else { card = under[p][first[p]]; first[p] = (first[p] + 1) % size; waits[p]--; }
                        met += seen[p][card] == run; seen[p][card] = run;
                        if ((double)NEXT * 0x1p-32 < right[p * seats + seat]) kept[seat]++;
                        else { under[p][(first[p] + waits[p]++) % size] = card; place[seat] = old; }
                    }
                    if (act != AGAIN) break;
                }
                setbacks += place[seat] < began;
            }
            int64_t ahead = -1, top = -1;
            for (int k = 0; k < seats; k++) {
                if (place[k] > top) { top = place[k]; ahead = k; } else if (place[k] == top) ahead = -1;
            }
            if (ahead != leader) since = turn;
            changes += ahead >= 0 && last >= 0 && ahead != last;
            leader = ahead; if (ahead >= 0) last = ahead;
            home = place[seat] == length;
            if (!home) seat = seat + 1 == seats ? 0 : seat + 1;
        }
        turns_out[run] = turn;
        winner_out[run] = (int8_t)(home ? seat : -2);
        int64_t tally[5] = {since, changes, setbacks, met, rolls}; /* what nobody reads the compiler would leave out */
        memcpy(tally_out + 8 * run, tally, sizeof tally);
        memcpy(tally_out + 8 * run + 5, kept, 3 * sizeof *kept);
    }
}
