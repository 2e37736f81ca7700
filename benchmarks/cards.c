/* Games of cards, in C: the yardstick for the compiled Python loops. Same rules by the same steps, same random numbers
 * (SplitMix64, Steele, Lea and Flood 2014), and who was ahead as ours keep it. */
#include <stdint.h>
#include <string.h>

#define STEP 0x9E3779B97F4A7C15u
#define MOST 128

static inline uint64_t next(uint64_t *state)
{
    *state += STEP;
    uint64_t bits = (*state ^ (*state >> 30)) * 0xBF58476D1CE4E5B9u;
    return ((bits ^ (bits >> 27)) * 0x94D049BB133111EBu) >> 32;
}

static inline int64_t below(uint64_t *state, int64_t count) { return (int64_t)((next(state) * (uint64_t)count) >> 32); }

typedef struct { int64_t leader, last, since, changes, told, before[256]; } Lead;

static inline void clear(Lead *lead) { lead->leader = lead->last = -1; lead->since = lead->changes = lead->told = 0; lead->before[0] = 0; }

static inline void ahead(Lead *lead, const int64_t *held, int64_t seats, int64_t sign, int64_t turn)
{
    int64_t first = -1, best = INT64_MIN;
    for (int64_t k = 0; k < seats; k++) {
        int64_t here = sign * held[k];
        if (here > best) { first = k; best = here; } else if (here == best) first = -1;
    }
    if (first != lead->leader) { lead->since = turn; lead->told++; }
    lead->before[lead->told & 255] = lead->since * 64 + first + 1;
    lead->leader = first;
    lead->changes += first >= 0 && lead->last >= 0 && first != lead->last;
    if (first >= 0) lead->last = first;
}

static inline void shuffle(uint64_t *state, int64_t *pack, int64_t count)
{
    for (int64_t card = count - 1; card > 0; card--) {
        int64_t other = below(state, card + 1), kept = pack[card];
        pack[card] = pack[other]; pack[other] = kept;
    }
}

static inline int known(const int64_t *when, int64_t since, int64_t card) { return when[card] > 0 && when[card] > since; }

static int64_t turned(uint64_t *state, const int64_t *lying, int64_t left, const int64_t *when, int64_t since, int64_t beside)
{
    int64_t free = 0, all;
    for (int64_t i = 0; i < left; i++) free += lying[i] != beside && !known(when, since, lying[i]);
    all = free == 0;
    if (all) free = left - (beside >= 0);
    int64_t which = below(state, free);
    for (int64_t i = 0; i < left; i++)
        if (lying[i] != beside && (all || !known(when, since, lying[i])) && which-- == 0) return lying[i];
    return lying[0];
}

/* Pairs face down, all seats remembering the last ``memory`` cards. */
int64_t pairs(uint64_t state, const int8_t *match, int64_t count, int64_t seats, int64_t memory, int64_t again, int64_t runs,
              int64_t *turns, double *idle_out, double *score)
{
    int64_t all = 0, lying[MOST], when[MOST], held[8];
    Lead lead;
    for (int64_t run = 0; run < runs; run++) {
        for (int64_t k = 0; k < count; k++) { lying[k] = k; when[k] = 0; }
        memset(held, 0, sizeof held);
        clear(&lead);
        int64_t left = count, shown = 0, turn = 0, seat = 0, idle = 0, going = 1;
        while (going) {
            turn++;
            int64_t since = shown - memory, first = -1, second = -1;
            for (int64_t i = 0; i < left && first < 0; i++)
                if (known(when, since, lying[i]))
                    for (int64_t j = i + 1; j < left; j++)
                        if (match[lying[i] * count + lying[j]] && known(when, since, lying[j])) { first = lying[i]; second = lying[j]; break; }
            if (first < 0) {
                first = turned(&state, lying, left, when, since, -1);
                when[first] = ++shown;
                since = shown - memory;
                for (int64_t i = 0; i < left; i++)
                    if (match[first * count + lying[i]] && known(when, since, lying[i])) { second = lying[i]; break; }
                if (second < 0) second = turned(&state, lying, left, when, since, first);
            } else when[first] = ++shown;
            when[second] = ++shown;
            int64_t found = match[first * count + second];
            if (found) {
                held[seat]++;
                int64_t kept = 0;
                for (int64_t i = 0; i < left; i++) if (lying[i] != first && lying[i] != second) lying[kept++] = lying[i];
                left = kept;
                ahead(&lead, held, seats, 1, turn);
                going = 0;
                for (int64_t i = 0; i < left && !going; i++)
                    for (int64_t j = i + 1; j < left; j++) if (match[lying[i] * count + lying[j]]) { going = 1; break; }
            }
            idle += !found;
            if (!(found && again)) seat = seat == seats - 1 ? 0 : seat + 1;
        }
        turns[run] = turn; idle_out[run] = (double)idle; all += turn + lead.changes;
        for (int64_t k = 0; k < seats; k++) score[run * seats + k] = (double)held[k];
    }
    return all;
}

/* An open row, one number for all, every way seen and any of them taken. */
int64_t open_row(uint64_t state, const int64_t *cards, int64_t count, int64_t number, int64_t wanted, int64_t fewest, int64_t most,
                 int64_t adds, int64_t seats, int64_t runs, int64_t *turns, double *idle_out, double *ways_out, double *score)
{
    int64_t all = 0, pack[MOST], row[16], sums[1024], sizes[1024], held[8];
    Lead lead;
    memcpy(pack, cards, sizeof(int64_t) * count);
    for (int64_t run = 0; run < runs; run++) {
        shuffle(&state, pack, count);
        memset(held, 0, sizeof held);
        clear(&lead);
        int64_t left = count, lying = 0, turn = 0, seat = 0, idle = 0, none = 0, fitting = 0;
        while (lying < wanted && left) row[lying++] = pack[--left];
        while (lying && !(left == 0 && none >= seats)) {
            turn++;
            int64_t best = 0, found = 0;
            sums[0] = sizes[0] = 0;
            for (int64_t place = 0; place < lying; place++)
                for (int64_t mask = (int64_t)1 << place; mask < (int64_t)2 << place; mask++) {
                    int64_t rest = mask - ((int64_t)1 << place);
                    int64_t total = sums[mask] = sums[rest] + row[place], size = sizes[mask] = sizes[rest] + 1;
                    if (total != number || size < fewest || size > most) continue;
                    found++;
                    if (best == 0 || below(&state, found) == 0) best = mask;
                }
            fitting += found;
            if (best) {
                held[seat] += sizes[best];
                int64_t kept = 0;
                for (int64_t k = 0; k < lying; k++) if (!(best >> k & 1)) row[kept++] = row[k];
                lying = kept;
                ahead(&lead, held, seats, 1, turn);
                none = 0;
            } else {
                idle++; none++;
                if (left && (!adds || lying == 10)) lying = 0;
                else if (left) row[lying++] = pack[--left];
            }
            while (lying < wanted && left) row[lying++] = pack[--left];
            seat = seat == seats - 1 ? 0 : seat + 1;
        }
        turns[run] = turn; idle_out[run] = (double)idle; ways_out[run] = (double)fitting; all += turn + lead.changes;
        for (int64_t k = 0; k < seats; k++) score[run * seats + k] = (double)held[k];
    }
    return all;
}

/* Cards laid from the hand, any that goes. */
int64_t lay(uint64_t state, const int64_t *cards, const int8_t *goes, const int64_t *then, const int8_t *takes, int64_t count,
            int64_t numbers, int64_t hold, int64_t follows, int64_t lays_drawn, int64_t seats, int64_t runs, int64_t *turns,
            double *idle_out, double *playable, double *score)
{
    int64_t all = 0, pack[MOST], hands[8 * 32], held[8], taken[8];
    Lead lead;
    memcpy(pack, cards, sizeof(int64_t) * count);
    for (int64_t run = 0; run < runs; run++) {
        shuffle(&state, pack, count);
        memset(hands, 0, sizeof hands); memset(taken, 0, sizeof taken);
        clear(&lead);
        int64_t left = count, stands = 0, pile = 0, turn = 0, seat = 0, idle = 0, vain = 0, choices = 0, out = 0, holders = seats;
        for (int64_t k = 0; k < seats; k++) { held[k] = hold; for (int64_t i = 0; i < hold; i++) hands[k * numbers + pack[--left]]++; }
        if (follows) stands = pack[--left];
        while (holders && !out && !(follows && left == 0 && vain >= seats)) {
            turn++;
            int64_t *hand = hands + seat * numbers, fits = 0, card = -1, passes;
            const int8_t *row = goes + stands * numbers;
            for (int64_t k = 0; k < numbers; k++) { fits += hand[k] * row[k]; choices += hand[k] > 0 && row[k]; }
            passes = fits == 0 && (left == 0 || !follows);
            if (fits) {
                int64_t rest = below(&state, fits);
                for (int64_t k = 0; k < numbers; k++) {
                    if (!row[k]) continue;
                    if (rest < hand[k]) { card = k; break; }
                    rest -= hand[k];
                }
                hand[card]--; held[seat]--;
            } else if (!passes) {
                int64_t drawn = pack[--left];
                if (lays_drawn && row[drawn]) card = drawn; else { hand[drawn]++; held[seat]++; }
            }
            if (card >= 0) {
                pile++;
                if (takes[stands * numbers + card]) { taken[seat] += pile; pile = 0; }
                stands = then[stands * numbers + card];
                vain = 0;
                if (!follows && left) { hand[pack[--left]]++; held[seat]++; }
                out = follows && held[seat] == 0;
                holders -= held[seat] == 0;
            } else {
                idle++;
                vain = passes ? vain + 1 : 0;
                if (!follows && vain >= holders) stands = pile = vain = 0;
            }
            ahead(&lead, follows ? held : taken, seats, follows ? -1 : 1, turn);
            seat = seat == seats - 1 ? 0 : seat + 1;
            while (holders && !follows && held[seat] == 0) seat = seat == seats - 1 ? 0 : seat + 1;
        }
        turns[run] = turn; idle_out[run] = (double)idle; playable[run] = (double)choices; all += turn + lead.changes;
        for (int64_t k = 0; k < seats; k++) score[run * seats + k] = (double)(follows ? held[k] : taken[k]);
    }
    return all;
}
