/* The inner loop of the runs on a trail, in C: the yardstick for the compiled Python one.
 * The same games, draw for draw: same table, same random numbers (SplitMix64, Steele, Lea and Flood 2014), which begin
 * anew for each game as ours do, and all that ours writes down of a race. trail.py refuses figures of any other.
 * Who is ahead is kept as ours keeps it, or found by looking at every seat each turn. */
#include <stdint.h>

enum { AGAIN = -1, STUCK = -1, UNFINISHED = -2, TIED = -3, MOST_AGAIN = 5, KEPT = 256 };

static inline uint64_t begun(uint64_t origin, uint64_t run)
{
    uint64_t mixed = origin + run * 0xD1B54A32D192ED03u;
    mixed = (mixed ^ (mixed >> 30)) * 0xBF58476D1CE4E5B9u;
    mixed = (mixed ^ (mixed >> 27)) * 0x94D049BB133111EBu;
    return mixed ^ (mixed >> 31);
}

static inline __attribute__((always_inline)) void played(
             const int64_t every_seat, uint64_t origin, const int16_t *table, const uint64_t *keep, const int64_t *alias,
             const uint8_t *can_finish, int64_t columns, int64_t length, int64_t seats, int64_t finish_round,
             int64_t most_turns, int64_t runs, int64_t *turns_out, int64_t *rolls_out, int8_t *winner_out,
             int64_t *home_out, int64_t *setbacks_out, int64_t *last_lead_out, int64_t *lead_changes_out,
             int64_t *half_lead_out)
{
    int64_t place[64], since[KEPT], who[KEPT], traps = 0, uneven = 0;
    for (int64_t step = 0; step < length; step++) traps |= !can_finish[step];
    for (int64_t column = 0; column < columns; column++) uneven |= keep[column] <= 0xFFFFFFFFu;
    for (int64_t run = 0; run < runs; run++) {
        uint64_t state = begun(origin, (uint64_t)run);
        int64_t turn = 0, rolls = 0, seat = 0, setbacks = 0, home = 0, hopeless = can_finish[0] ? 0 : seats;
        int64_t leader = -1, last_lead = 0, last_leader = -1, changes = 0, told = 0, top = 0;
        since[0] = 0; who[0] = -1;
        for (int64_t k = 0; k < seats; k++) place[k] = 0;
        while (turn < most_turns && hopeless < seats) {
            state += 0x9E3779B97F4A7C15u;
            uint64_t bits = (state ^ (state >> 30)) * 0xBF58476D1CE4E5B9u;
            bits = (bits ^ (bits >> 27)) * 0x94D049BB133111EBu;
            uint64_t wide = (bits >> 32) * (uint64_t)columns;
            int64_t column = (int64_t)(wide >> 32);
            if (uneven && (wide & 0xFFFFFFFFu) >= keep[column]) column = alias[column];
            rolls++;
            int64_t old = place[seat], there = table[old * columns + column];
            if (there == AGAIN) {
                if (rolls < most_turns * MOST_AGAIN) continue;
                there = old;
                if (!home) turn = most_turns - 1;
            }
            turn++;
            place[seat] = there;
            setbacks += there < old;
            if (traps && can_finish[old] && there < length && !can_finish[there]) hopeless++;
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
                told++; since[told % KEPT] = turn; who[told % KEPT] = ahead;
                if (ahead >= 0 && ahead != last_leader) { changes += last_leader >= 0; last_leader = ahead; }
            }
            if (there == length) {
                home |= (int64_t)1 << seat;
                if (!finish_round) break;
            }
            if (++seat == seats) {
                seat = 0;
                if (home) break;
            }
        }
        turns_out[run] = turn; rolls_out[run] = rolls; home_out[run] = home; setbacks_out[run] = setbacks;
        last_lead_out[run] = last_lead; lead_changes_out[run] = changes; half_lead_out[run] = -1;
        for (int64_t back = told; back >= 0 && back > told - KEPT; back--)
            if (since[back % KEPT] <= turn / 2) { half_lead_out[run] = who[back % KEPT]; break; }
        winner_out[run] = (int8_t)(!home ? (hopeless == seats ? STUCK : UNFINISHED) : leader < 0 ? TIED : leader);
    }
}

#define GIVEN uint64_t origin, const int16_t *table, const uint64_t *keep, const int64_t *alias, \
    const uint8_t *can_finish, int64_t columns, int64_t length, int64_t seats, int64_t finish_round, \
    int64_t most_turns, int64_t runs, int64_t *turns, int64_t *rolls, int8_t *winner, int64_t *home, \
    int64_t *setbacks, int64_t *last_lead, int64_t *lead_changes, int64_t *half_lead
#define HANDED origin, table, keep, alias, can_finish, columns, length, seats, finish_round, most_turns, runs, \
    turns, rolls, winner, home, setbacks, last_lead, lead_changes, half_lead

void play(GIVEN) { played(0, HANDED); }
void play_every_seat(GIVEN) { played(1, HANDED); }
