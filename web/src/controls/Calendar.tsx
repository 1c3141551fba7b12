import type { RefObject } from "react";
import Overlay from "react-bootstrap/Overlay";
import Popover from "react-bootstrap/Popover";
import { DayPicker } from "react-day-picker";
import { weekStart } from "../format/manner";
import "react-day-picker/style.css";
import styles from "./calendar.module.scss";

interface Props {
  readonly label: string;
  /** What it opens beside. */
  readonly opener: RefObject<HTMLButtonElement | null>;
  /** As kept: 2026-11-24; empty where none is. */
  readonly value: string;
  onPick(day: string): void;
  onClose(): void;
}

const dayOf = (kept: string): Date | undefined => {
  const [year, month, day] = kept.split("-").map(Number) as [number, number, number];
  return kept === "" ? undefined : new Date(year, month - 1, day);
};
const two = (n: number): string => String(n).padStart(2, "0");
const keptOf = (day: Date): string => `${day.getFullYear()}-${two(day.getMonth() + 1)}-${two(day.getDate())}`;

/** It has no place of its own yet: the page must not run to where it would stand without one. */
const focusDay = (frame: HTMLElement | null) =>
  frame?.querySelector<HTMLElement>("td button[tabindex='0']")?.focus({ preventScroll: true });

/** A month to pick a day from, by pointer or keys. */
export default function Calendar({ label, opener, value, onPick, onClose }: Props) {
  const day = dayOf(value);
  return (
    <Overlay show target={opener} placement="bottom" transition={false} rootClose onHide={onClose}>
      <Popover
        className={styles.calendar}
        role="dialog"
        aria-label={`${label}: a day`}
        onKeyDown={(e: { key: string }) => e.key === "Escape" && onClose()}
      >
        <div ref={focusDay}>
          <DayPicker
            mode="single"
            required
            selected={day}
            {...(day ? { defaultMonth: day } : {})}
            weekStartsOn={weekStart()}
            onSelect={(picked: Date) => onPick(keptOf(picked))}
          />
        </div>
      </Popover>
    </Overlay>
  );
}
