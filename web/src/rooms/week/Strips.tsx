import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import type { Day, DistanceUnit, Pattern } from "@kettleback/core";
import { toKm } from "@kettleback/core";
import { hourText, clockText } from "../../format/manner";
import {
  added,
  blocksOf,
  moved,
  SNAP,
  sound,
  withDrive,
  withoutDrive,
  type Block,
  type DriveAt,
  type Move,
} from "./strip";
import { kmText, weekdayOf } from "./words";
import styles from "./strips.module.scss";

const DAY = 1_440;
/** Distance (in the household's unit) a pixel of dragging the distance is worth. */
const PER_PIXEL = 1;
/** Minutes below which a block has no room for its distance: that stands beside it. */
const SMALL = 200;
/** Width (px) at the ends of a block by which its leaving and its coming back are dragged. */
const EDGE = 9;

interface Props {
  readonly days: readonly Day[];
  readonly pattern: Pattern;
  readonly unit: DistanceUnit;
  readonly selected: DriveAt | null;
  onSelect(drive: DriveAt | null): void;
  /** A change while it is being dragged, and the last one; `null` for a drag that came to nothing. */
  onDrag(days: readonly Day[] | null): void;
  onChange(days: readonly Day[]): void;
}

type Grip = "both" | "leave" | "back" | "km" | "new";

interface Drag {
  readonly grip: Grip;
  readonly drive: DriveAt | null;
  readonly row: number;
  readonly x: number;
  /** Minutes a pixel of the strip is worth. */
  readonly scale: number;
  readonly left: number;
  readonly days: readonly Day[];
}

/** Drives drawn, moved and stretched by a pointer. */
function useDragging({ days, unit, onSelect, onDrag, onChange }: Omit<Props, "pattern" | "selected">) {
  const drag = useRef<Drag | null>(null);
  const last = useRef<readonly Day[] | null>(null);
  const [ghost, setGhost] = useState<{ row: number; from: number; to: number } | null>(null);

  const begin = (event: PointerEvent<HTMLElement>, row: number, grip: Grip, drive: DriveAt | null) => {
    if (event.button !== 0) return;
    const strip = event.currentTarget.closest<HTMLElement>("[data-strip]")!.getBoundingClientRect();
    drag.current = {
      grip,
      drive,
      row,
      x: event.clientX,
      scale: DAY / Math.max(1, strip.width),
      left: strip.left,
      days,
    };
    last.current = null;
    event.currentTarget.setPointerCapture(event.pointerId);
    event.stopPropagation();
    if (drive) onSelect(drive);
  };
  const move = (event: PointerEvent<HTMLElement>) => {
    const now = drag.current;
    if (!now) return;
    const pixels = event.clientX - now.x;
    const minutes = Math.round((pixels * now.scale) / SNAP) * SNAP;
    if (now.grip === "new") {
      const from = (now.x - now.left) * now.scale;
      setGhost({
        row: now.row,
        from: Math.min(from, from + pixels * now.scale),
        to: Math.max(from, from + pixels * now.scale),
      });
      return;
    }
    const { day, at } = now.drive!;
    const change: Move =
      now.grip === "km"
        ? { of: "km", km: toKm(Math.round(pixels * PER_PIXEL), unit) }
        : { of: now.grip, minutes };
    const next = sound(withDrive(now.days, now.drive!, moved(now.days[day]!.drives[at]!, change)));
    if (!next) return;
    last.current = next;
    onDrag(next);
  };
  const end = (event: PointerEvent<HTMLElement>) => {
    const now = drag.current;
    drag.current = null;
    setGhost(null);
    if (!now) return;
    if (now.grip === "new") {
      const from = (now.x - now.left) * now.scale;
      const made = added(now.days, now.row, from, from + (event.clientX - now.x) * now.scale);
      if (!made) return onSelect(null);
      onChange(made.days);
      return onSelect(made.at);
    }
    onDrag(null);
    if (last.current) onChange(last.current);
  };
  return { begin, move, end, ghost };
}

/** What is done to drives by keys. */
const keysOf =
  ({ days, unit, onSelect, onChange }: Omit<Props, "pattern" | "selected" | "onDrag">) =>
  (event: KeyboardEvent<HTMLElement>, drive: DriveAt) => {
    const one = days[drive.day]!.drives[drive.at]!;
    const change = keyMove(event, toKm(5, unit));
    if (event.key === "Delete" || event.key === "Backspace") {
      onChange(withoutDrive(days, drive));
      onSelect(null);
    } else if (change) {
      const next = sound(withDrive(days, drive, moved(one, change)));
      if (next) onChange(next);
      onSelect(drive);
    } else return;
    event.preventDefault();
  };

const HOURS = [0, 6, 12, 18];

/** Seven days as strips: drives are drawn, moved and stretched by dragging, by keyboard, or typed beside. */
export function Strips(props: Props) {
  const { days, pattern, unit, selected, onSelect } = props;
  const { begin, move, end, ghost } = useDragging(props);
  const key = keysOf(props);
  const blocks = blocksOf(days);
  return (
    <div className={styles.strips}>
      <div className="axis" aria-hidden="true">
        <span />
        <div>
          {HOURS.map((hour) => (
            <span key={hour} style={{ left: `${(100 * hour) / 24}%` }}>
              {hourText(hour)}
            </span>
          ))}
        </div>
      </div>
      {days.map((day, row) => {
        const name = weekdayOf(pattern, row);
        return (
          <div key={row} className="strip-row">
            <span className="day-name">{name.slice(0, 3)}</span>
            <div
              data-strip
              className={`strip ${day.home}`}
              role="group"
              aria-label={`${name}: ${day.drives.length === 0 ? "at home" : `${day.drives.length} ${day.drives.length === 1 ? "drive" : "drives"}`}`}
              onPointerDown={(e) => begin(e, row, "new", null)}
              onPointerMove={move}
              onPointerUp={end}
              onPointerCancel={end}
            >
              {blocks
                .filter((block) => block.row === row)
                .map((block) => (
                  <DriveBlock
                    key={`${block.day}-${block.at}`}
                    block={block}
                    name={weekdayOf(pattern, block.day)}
                    unit={unit}
                    selected={selected?.day === block.day && selected.at === block.at}
                    onBegin={(event, grip) => begin(event, row, grip, { day: block.day, at: block.at })}
                    onKey={(event) => key(event, { day: block.day, at: block.at })}
                    onFocus={() => onSelect({ day: block.day, at: block.at })}
                  />
                ))}
              {ghost?.row === row && (
                <span
                  className="ghost"
                  style={{
                    left: `${(100 * ghost.from) / DAY}%`,
                    width: `${(100 * (ghost.to - ghost.from)) / DAY}%`,
                  }}
                />
              )}
            </div>
          </div>
        );
      })}
    </div>
  );
}

/** What a key does to the drive that has the focus: arrows move it, with Shift its coming back, + and − its distance. */
function keyMove({ key, shiftKey }: KeyboardEvent, km: number): Move | undefined {
  const by = { ArrowLeft: -SNAP, ArrowRight: SNAP }[key];
  if (by !== undefined) return { of: shiftKey ? "back" : "both", minutes: by };
  if (key === "+" || key === "ArrowUp") return { of: "km", km };
  if (key === "-" || key === "ArrowDown") return { of: "km", km: -km };
  return undefined;
}

interface BlockProps {
  readonly block: Block;
  readonly name: string;
  readonly unit: DistanceUnit;
  readonly selected: boolean;
  onBegin(event: PointerEvent<HTMLElement>, grip: Grip): void;
  onKey(event: KeyboardEvent<HTMLElement>): void;
  onFocus(): void;
}

const STANDS = { nowhere: "", work: ", plugged in at work", post: ", plugged in at a post" } as const;

function DriveBlock({ block, name, unit, selected, onBegin, onKey, onFocus }: BlockProps) {
  const { drive, from, to, begins, ends } = block;
  const style = { left: `${(100 * from) / DAY}%`, width: `${(100 * (to - from)) / DAY}%` };
  const className = `drive ${drive.stands}${selected ? " selected" : ""}${begins ? " begins" : ""}${ends ? " ends" : ""}${to - from < SMALL ? " small" : ""}${to > DAY - SMALL ? " late" : ""}`;
  if (!begins) return <span className={className} style={style} aria-hidden="true" />;
  return (
    <button
      type="button"
      className={className}
      style={style}
      aria-pressed={selected}
      aria-label={`${name}, ${kmText(drive.km, unit)}, ${clockText(drive.leave)} to ${clockText(drive.back)}${STANDS[drive.stands]}`}
      aria-keyshortcuts="ArrowLeft ArrowRight Shift+ArrowLeft Shift+ArrowRight + - Delete"
      onPointerDown={(event) => {
        const box = event.currentTarget.getBoundingClientRect();
        const at = event.clientX - box.left;
        const edge = Math.min(EDGE, box.width / 4);
        onBegin(event, at < edge ? "leave" : ends && at > box.width - edge ? "back" : "both");
      }}
      onKeyDown={onKey}
      onFocus={onFocus}
    >
      <span className="km" onPointerDown={(event) => onBegin(event, "km")}>
        {kmText(drive.km, unit)}
      </span>
    </button>
  );
}
