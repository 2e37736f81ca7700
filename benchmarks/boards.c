/* A grid played for a line, in C: the yardstick for the compiled Python loop. Same tables, same bookkeeping, own claims
 * of each seat by chance (style 0) or lengthening (style 1). Random numbers: SplitMix64 (Steele, Lea and Flood 2014). */
#include <stdint.h>
#include <stdlib.h>
#include <string.h>

static inline uint64_t next(uint64_t *state)
{
    *state += 0x9E3779B97F4A7C15u;
    uint64_t bits = (*state ^ (*state >> 30)) * 0xBF58476D1CE4E5B9u;
    return ((bits ^ (bits >> 27)) * 0x94D049BB133111EBu) >> 32;
}

static inline int64_t below(uint64_t *state, int64_t count) { return (int64_t)((next(state) * (uint64_t)count) >> 32); }

static double liked(int64_t cell, int64_t seat, int64_t seats, const int64_t *own, const int64_t *taken,
                    const int64_t *first, const int64_t *through, int64_t length)
{
    int64_t longest = 0, many = 0, blocks = 0;
    for (int64_t at = first[cell]; at < first[cell + 1]; at++) {
        int64_t line = through[at], mine = own[line * seats + seat];
        if (taken[line] == mine) {
            if (mine + 1 == length) return 1e6;
            if (mine + 1 > longest) { longest = mine + 1; many = 1; }
            else if (mine + 1 == longest) many++;
        }
        for (int64_t other = 0; other < seats; other++)
            if (other != seat && own[line * seats + other] == length - 1 && taken[line] == length - 1) blocks = 1;
    }
    return (blocks ? 1e3 : 0.0) + (double)longest + (double)many / 1000.0;
}

int64_t grid(uint64_t state, const double *edges, const int64_t *start, const int64_t *cells, const int64_t *first_owner,
             const int64_t *first, const int64_t *through, const double *chance, int64_t draws, int64_t size, int64_t lines,
             int64_t length, int64_t seats, int64_t style, int64_t runs, const int64_t *members, int64_t *turns_out, int64_t *idle_out, int64_t *home_out,
             int8_t *winner_out, double *claimed, double *winning)
{
    int64_t *owner = malloc(sizeof(int64_t) * (size_t)(size * 3 + lines * (seats + 1))), *ever = owner + size * 2 + lines * (seats + 1);
    int64_t *out = owner + size, *own = out + size, *taken = own + lines * seats, all = 0, possible = 0;
    for (int64_t c = 0; c < size; c++) possible += first_owner[c] == -1 && chance[c] > 0;
    memset(ever, 0, sizeof(int64_t) * (size_t)size);
    for (int64_t run = 0; run < runs; run++) {
        memcpy(owner, first_owner, sizeof(int64_t) * (size_t)size);
        memset(own, 0, sizeof(int64_t) * (size_t)(lines * (seats + 1)));
        int64_t turn = 0, left = possible, won = 0, idle = 0;
        while (!won && left > 0) {
            int64_t seat = turn++ % seats, found = 0, low = 0, high = draws;
            double part = (double)next(&state) * 0x1p-32;
            while (low < high) { int64_t mid = (low + high) / 2; if (part < edges[mid]) high = mid; else low = mid + 1; }
            if (low > draws - 1) low = draws - 1;
            for (int64_t at = start[low]; at < start[low + 1]; at++)
                if (owner[cells[at]] == -1) out[found++] = cells[at];
            if (!found) { idle++; continue; }
            int64_t cell = out[0];
            if (found > 1 && style == 0) cell = out[below(&state, found)];
            else if (found > 1) {
                double best = -1.0; int64_t equal = 1;
                for (int64_t k = 0; k < found; k++) {
                    double worth = liked(out[k], seat, seats, own, taken, first, through, length);
                    if (worth > best + 1e-12) { best = worth; cell = out[k]; equal = 1; }
                    else if (worth > best - 1e-12 && below(&state, ++equal) == 0) cell = out[k];
                }
            }
            owner[cell] = seat; left--; ever[cell] = run + 1;
            for (int64_t at = first[cell]; at < first[cell + 1]; at++) {
                int64_t line = through[at];
                taken[line]++;
                if (++own[line * seats + seat] == length) won = 1;
            }
        }
        int64_t winner = won ? (turn - 1) % seats : -1;
        turns_out[run] = turn; idle_out[run] = idle; winner_out[run] = (int8_t)winner;
        home_out[run] = won ? (int64_t)1 << winner : 0;
        for (int64_t c = 0; c < size; c++) claimed[c] += ever[c] == run + 1;
        for (int64_t line = 0; won && line < lines; line++)
            if (own[line * seats + winner] == length)
                for (int64_t k = 0; k < length; k++) winning[members[line * length + k]]++;
        all += turn;
    }
    free(owner);
    return all;
}
