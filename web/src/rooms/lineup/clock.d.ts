import { type Cell, type Clock, type Seconds } from "@kettleback/core";
/** One clock for all rows: from plugging in to an end that shows what matters. */
export interface SharedClock {
    readonly clock: Clock;
    readonly span: Seconds;
    readonly ticks: readonly {
        readonly at: Seconds;
        readonly text: string;
    }[];
}
/** Clock time at a second of the session: 07:30. Every row asks, so no zone is looked up. */
export declare function timeAt(clock: Clock, seconds: Seconds): string;
/** The same with its day: Tue 07:30. */
export declare const dayTimeAt: (clock: Clock, seconds: Seconds) => string;
/** Marks of a clock that leave plugging in and departure their room. */
export declare function marksOf({ clock, span, ticks }: SharedClock): SharedClock["ticks"];
/** The clock of a line-up: as long as its rows need, but never so long that one slow row squeezes the others. */
export declare function sharedClock(clock: Clock, cells: readonly (Cell | null)[]): SharedClock;
