/* The inner loop of the runs on a trail, in C: the yardstick for the compiled Python one.
 * Same table, same random numbers (SplitMix64, Steele, Lea and Flood 2014), same bookkeeping.
 * Who is ahead is kept as ours keeps it, or found by looking at every seat each turn. */
#include <stdint.h>

static inline __attribute__((always_inline)) int64_t played(
             const int64_t every_seat, uint64_t state, const int16_t *table, const uint64_t *keep, const int64_t *alias,
             int64_t columns, int64_t length, int64_t seats, int64_t finish_round, int64_t most_turns, int64_t runs,
             int64_t *turns_out, int8_t *winner_out, int64_t *setbacks_out, int64_t *last_lead_out,
             int64_t *lead_changes_out, int64_t *half_lead_out)
{
    int64_t all = 0, place[8], since[256], who[256];
    for (int64_t run = 0; run < runs; run++) {
        int64_t turn = 0, seat = 0, setbacks = 0, leader = -1, last_lead = 0, home = 0, last_leader = -1, changes = 0;
        int64_t told = 0, top = 0;
        since[0] = 0; who[0] = -1;
        for (int64_t k = 0; k < seats; k++) place[k] = 0;
        while (!home || (finish_round && seat)) {
            if (turn == most_turns) break;
            state += 0x9E3779B97F4A7C15u;
            uint64_t bits = (state ^ (state >> 30)) * 0xBF58476D1CE4E5B9u;
            bits = (bits ^ (bits >> 27)) * 0x94D049BB133111EBu;
            uint64_t wide = (bits >> 32) * (uint64_t)columns;
            int64_t column = (int64_t)(wide >> 32);
            if ((wide & 0xFFFFFFFFu) >= keep[column]) column = alias[column];
            turn++;
            int64_t old = place[seat], there = table[old * columns + column];
            place[seat] = there;
            setbacks += there < old;
            if (there == length) home |= (int64_t)1 << seat;
            int64_t ahead = leader;
            if (every_seat || (old == top && there < top)) {
                top = ahead = -1;
                for (int64_t k = 0; k < seats; k++) {
                    if (place[k] > top) { top = place[k]; ahead = k; }
                    else if (place[k] == top) ahead = -1;
                }
            } else {
                ahead = there == top && there > old ? -1 : ahead;
                ahead = there > top ? seat : ahead;
                top = there > top ? there : top;
            }
            if (ahead != leader) {
                leader = ahead; last_lead = turn;
                told++; since[told % 256] = turn; who[told % 256] = ahead;
                if (ahead >= 0 && ahead != last_leader) { changes += last_leader >= 0; last_leader = ahead; }
            }
            if (++seat == seats) seat = 0;
        }
        turns_out[run] = turn; winner_out[run] = (int8_t)leader; setbacks_out[run] = setbacks;
        last_lead_out[run] = last_lead; lead_changes_out[run] = changes; half_lead_out[run] = -1;
        for (int64_t back = told; back >= 0 && back > told - 256; back--)
            if (since[back % 256] <= turn / 2) { half_lead_out[run] = who[back % 256]; break; }
        all += turn;
    }
    return all;
}

#define GIVEN uint64_t state, const int16_t *table, const uint64_t *keep, const int64_t *alias, \
    int64_t columns, int64_t length, int64_t seats, int64_t finish_round, int64_t most_turns, int64_t runs, \
    int64_t *turns, int8_t *winner, int64_t *setbacks, int64_t *last_lead, int64_t *lead_changes, int64_t *half_lead
#define HANDED state, table, keep, alias, columns, length, seats, finish_round, most_turns, runs, \
    turns, winner, setbacks, last_lead, lead_changes, half_lead

int64_t play(GIVEN) { return played(0, HANDED); }
int64_t play_every_seat(GIVEN) { return played(1, HANDED); }
