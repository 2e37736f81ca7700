/* The inner loops of games with choices, in C: the yardstick for the compiled Python ones.
 * Same tables, same random numbers (SplitMix64, Steele, Lea and Flood 2014), same bookkeeping. */
#include <stdint.h>
#include <string.h>

static inline uint64_t next(uint64_t *state)
{
    *state += 0x9E3779B97F4A7C15u;
    uint64_t bits = (*state ^ (*state >> 30)) * 0xBF58476D1CE4E5B9u;
    return ((bits ^ (bits >> 27)) * 0x94D049BB133111EBu) >> 32;
}

static inline int64_t draw(uint64_t *state, const int64_t *outcome, const uint64_t *keep, const int64_t *alias, int64_t columns)
{
    uint64_t wide = next(state) * (uint64_t)columns;
    int64_t column = (int64_t)(wide >> 32);
    if ((wide & 0xFFFFFFFFu) >= keep[column]) column = alias[column];
    return outcome[column];
}

/* Sets of tiles: one way of drawing, one policy a seat, -1 in it for any set. */
int64_t sets(uint64_t state, const int64_t *outcome, const uint64_t *keep, const int64_t *alias, const int64_t *first,
             const int64_t *taken, const double *scored, const int64_t *take, int64_t columns, int64_t totals, int64_t masks,
             int64_t rounds, int64_t seats, int64_t runs, double *score, int64_t *rolls, double *idle_out, double *closed_out,
             int64_t *home_out, int8_t *winner_out)
{
    int64_t all = 0;
    for (int64_t run = 0; run < runs; run++) {
        int64_t rolled = 0, idle = 0, closed = 0, home = 0;
        for (int64_t k = 0; k < seats; k++) score[run * seats + k] = 0;
        for (int64_t round = 0; round < rounds; round++)
            for (int64_t seat = 0; seat < seats; seat++) {
                int64_t mask = masks - 1;
                while (mask) {
                    int64_t place = draw(&state, outcome, keep, alias, columns);
                    rolled++;
                    if (place == totals) break;
                    int64_t at = mask * totals + place, chosen = take[seat * masks * totals + at];
                    if (chosen == 0) break;
                    if (chosen < 0) {
                        int64_t count = first[at + 1] - first[at], pick = first[at];
                        if (count > 1) pick += (int64_t)((next(&state) * (uint64_t)count) >> 32);
                        chosen = taken[pick];
                    }
                    mask -= chosen;
                }
                idle += mask == masks - 1; closed += mask == 0;
                score[run * seats + seat] += scored[mask];
            }
        double least = score[run * seats];
        for (int64_t k = 1; k < seats; k++) if (score[run * seats + k] < least) least = score[run * seats + k];
        for (int64_t k = 0; k < seats; k++) home |= (int64_t)(score[run * seats + k] == least) << k;
        rolls[run] = rolled; idle_out[run] = (double)idle; closed_out[run] = (double)closed; home_out[run] = home;
        winner_out[run] = (int8_t)(home & (home - 1) ? -1 : __builtin_ctzll((uint64_t)home));
        all += rolled;
    }
    return all;
}

/* Counters placed on a line, one caller, fixed placements. */
int64_t placed(uint64_t state, const int64_t *outcome, const uint64_t *keep, const int64_t *alias, const int64_t *fixed,
               int64_t columns, int64_t numbers, int64_t seats, int64_t marks, int64_t runs, int64_t *turns_out,
               int64_t *idle_out, int64_t *last_out, int64_t *changes_out)
{
    int64_t all = 0, left[8 * 64], to_go[8];
    for (int64_t run = 0; run < runs; run++) {
        memcpy(left, fixed, sizeof(int64_t) * seats * numbers);
        for (int64_t k = 0; k < seats; k++) to_go[k] = marks;
        int64_t turn = 0, idle = 0, home = 0, leader = -1, last_leader = -1, last = 0, changes = 0;
        while (!home) {
            turn++;
            int64_t place = draw(&state, outcome, keep, alias, columns), moved = 0;
            for (int64_t k = 0; k < seats; k++) {
                if (place < numbers && left[k * numbers + place]) {
                    left[k * numbers + place]--;
                    moved = 1;
                    if (--to_go[k] == 0) home |= 1 << k;
                } else idle++;
            }
            if (!moved) continue;
            int64_t ahead = -1, fewest = marks + 1;
            for (int64_t k = 0; k < seats; k++) {
                if (to_go[k] < fewest) { fewest = to_go[k]; ahead = k; }
                else if (to_go[k] == fewest) ahead = -1;
            }
            if (ahead != leader) {
                leader = ahead; last = turn;
                if (ahead >= 0) { changes += last_leader >= 0 && ahead != last_leader; last_leader = ahead; }
            }
        }
        turns_out[run] = turn; idle_out[run] = idle; last_out[run] = last; changes_out[run] = changes;
        all += turn;
    }
    return all;
}

/* A daring race: turns of several draws by a table of chances of going on, one for all seats. */
int64_t daring(uint64_t state, const int16_t *table, const uint8_t *turn_of, const uint64_t *keep, const int64_t *alias,
               const float *go, int64_t columns, int64_t length, int64_t seats, int64_t finish_round, int64_t most,
               int64_t runs, int64_t *turns_out, int64_t *rolls_out, int64_t *last_out)
{
    int64_t all = 0, place[8];
    for (int64_t run = 0; run < runs; run++) {
        int64_t turn = 0, seat = 0, home = 0, rolls = 0, leader = -1, last = 0;
        for (int64_t k = 0; k < seats; k++) place[k] = 0;
        while (!home || (finish_round && seat)) {
            turn++;
            int64_t old = place[seat], here = old, drawn = 0;
            for (;;) {
                uint64_t wide = next(&state) * (uint64_t)columns;
                int64_t column = (int64_t)(wide >> 32);
                if ((wide & 0xFFFFFFFFu) >= keep[column]) column = alias[column];
                rolls++; drawn++;
                if (turn_of[column] == 2) { here = old; break; }
                here = table[here * columns + column];
                if (turn_of[column] == 1 || here == length || drawn >= most) break;
                float chance = go[old * length + here];
                if (chance <= 0) break;
                if (chance < 1 && (double)next(&state) * 2.3283064365386963e-10 >= chance) break;
            }
            place[seat] = here;
            if (here == length) home |= (int64_t)1 << seat;
            int64_t best = -1, ahead = -1;
            for (int64_t k = 0; k < seats; k++) {
                if (place[k] > best) { best = place[k]; ahead = k; }
                else if (place[k] == best) ahead = -1;
            }
            if (ahead != leader) { leader = ahead; last = turn; }
            if (++seat == seats) seat = 0;
        }
        turns_out[run] = turn; rolls_out[run] = rolls; last_out[run] = last;
        all += rolls;
    }
    return all;
}

/* Counters on multiples; seats choose by a list of preferences, or any free number if it begins with 0; no moving. */
int64_t multiples(uint64_t state, const int64_t *outcome, const uint64_t *keep, const int64_t *alias, const int64_t *divisors,
                  const int64_t *likes, int64_t columns, int64_t above, int64_t limit, int64_t counters, int64_t seats,
                  int64_t runs, int64_t *turns_out, int64_t *idle_out, int64_t *last_out)
{
    int64_t all = 0, owner[512], to_go[8], numbers = limit + above;
    for (int64_t run = 0; run < runs; run++) {
        for (int64_t n = 0; n <= numbers; n++) owner[n] = -1;
        for (int64_t k = 0; k < seats; k++) to_go[k] = counters;
        for (int64_t placed = 0; placed < counters * seats; placed++) {
            int64_t seat = placed % seats, number = 0;
            if (likes[seat * above]) {
                for (int64_t i = 0; i < above; i++) { number = likes[seat * above + i]; if (owner[number] < 0) break; }
            } else {
                int64_t pick = (int64_t)((next(&state) * (uint64_t)(above - placed)) >> 32);
                for (number = limit + 1; number <= numbers; number++) if (owner[number] < 0 && pick-- == 0) break;
            }
            owner[number] = seat;
        }
        int64_t turn = 0, idle = 0, leader = -1, last = 0, fewest = counters;
        while (fewest) {
            turn++;
            int64_t divisor = divisors[draw(&state, outcome, keep, alias, columns)], number = 0;
            if (divisor > 0)
                for (int64_t n = divisor; n <= numbers; n += divisor) if (owner[n] >= 0) { number = n; break; }
            if (!number) { idle++; continue; }
            to_go[owner[number]]--;
            owner[number] = -1;
            int64_t ahead = -1;
            fewest = counters + 1;
            for (int64_t k = 0; k < seats; k++) {
                if (to_go[k] < fewest) { fewest = to_go[k]; ahead = k; }
                else if (to_go[k] == fewest) ahead = -1;
            }
            if (ahead != leader) { leader = ahead; last = turn; }
        }
        turns_out[run] = turn; idle_out[run] = idle; last_out[run] = last;
        all += turn;
    }
    return all;
}
