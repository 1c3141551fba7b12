import { lazyView } from "./lazyView";
import { Suspense, useId, useRef, useState } from "react";
import { calendarText, clockText, readDate, readTime } from "../format/manner";
import { Icon } from "./Icon";
import { TextInput, type Manner } from "./TextInput";

/** Comes once a calendar is asked for. */
const Calendar = lazyView(() => import("./Calendar"));

interface Props {
  readonly label: string;
  /** As kept: 18:10, or 2026-11-24. */
  readonly value: string;
  readonly manner?: Manner;
  /** An emptied field is an answer too. */
  readonly optional?: boolean;
  onChange(value: string): void;
  /** What is typed and cannot be read, for a form that judges it; it is kept out of what is handed on otherwise. */
  onUnread?(text: string): void;
}

interface Way {
  readonly accepts: string;
  read(typed: string): string | undefined;
  write(kept: string): string;
}

const TIME: Way = { accepts: "accepted: a time such as 18:10 or 6:10 pm", read: readTime, write: clockText };
const DATE: Way = { accepts: "accepted: a date such as 2026-11-24", read: readDate, write: calendarText };

/** What is typed stays as typed while it is being typed; once it is left, it stands as the household writes it. */
function useTyped({ value, optional, onChange, onUnread }: Props, { read, write }: Way) {
  const [typed, setTyped] = useState<string | null>(null);
  const wrong = typed !== null && read(typed) === undefined && !(optional && typed.trim() === "");
  return {
    wrong,
    text: typed ?? write(value),
    type(text: string) {
      setTyped(text);
      const found = read(text);
      if (found !== undefined) onChange(found);
      else if (optional && text.trim() === "") onChange("");
      else onUnread?.(text);
    },
    leave: () => !wrong && setTyped(null),
    forget: () => setTyped(null),
  };
}

const MINUTES = 24 * 60;
const STEP = 15;

/** The time a quarter of an hour on or back. */
function moved(kept: string, by: number): string {
  const [hours, minutes] = kept.split(":").map(Number) as [number, number];
  const at = (hours * 60 + minutes + by + MINUTES) % MINUTES;
  return `${String(Math.floor(at / 60)).padStart(2, "0")}:${String(at % 60).padStart(2, "0")}`;
}

/** A time of day, shown and typed in the household's manner. Arrow keys move it by a quarter of an hour. */
export function TimeInput(props: Props) {
  const { label, value, manner, onChange } = props;
  const { text, wrong, type, leave, forget } = useTyped(props, TIME);
  const id = useId();
  return (
    <>
      <TextInput
        manner={manner}
        className="time-typed"
        label={label}
        wrong={wrong}
        describedBy={wrong ? id : undefined}
        maxLength={12}
        value={text}
        onChange={type}
        onBlur={leave}
        onKeyDown={(e) => {
          const by = e.key === "ArrowUp" ? STEP : e.key === "ArrowDown" ? -STEP : 0;
          if (by === 0 || value === "") return;
          e.preventDefault();
          forget();
          onChange(moved(value, by));
        }}
      />
      {wrong && <Wrong id={id} label={label} accepts={TIME.accepts} />}
    </>
  );
}

/** A date, shown and typed in the household's manner, with a calendar at hand. */
export function DateInput(props: Props) {
  const { label, value, manner, onChange } = props;
  const { text, wrong, type, leave, forget } = useTyped(props, DATE);
  const id = useId();
  const opener = useRef<HTMLButtonElement>(null);
  const [open, setOpen] = useState(false);
  const close = () => {
    setOpen(false);
    opener.current?.focus();
  };
  return (
    <span className="date-typed">
      <TextInput
        manner={manner}
        label={label}
        wrong={wrong}
        describedBy={wrong ? id : undefined}
        maxLength={24}
        value={text}
        onChange={type}
        onBlur={leave}
      />
      <button
        ref={opener}
        type="button"
        aria-label={`${label}: calendar`}
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        <Icon name="calendar" />
      </button>
      {open && (
        <Suspense fallback={null}>
          <Calendar
            label={label}
            opener={opener}
            value={value}
            onClose={close}
            onPick={(day) => {
              forget();
              onChange(day);
              close();
            }}
          />
        </Suspense>
      )}
      {wrong && <Wrong id={id} label={label} accepts={DATE.accepts} />}
    </span>
  );
}

const Wrong = ({
  id,
  label,
  accepts,
}: {
  readonly id: string;
  readonly label: string;
  readonly accepts: string;
}) => (
  <span id={id} className="problem" role="alert">
    {label}: {accepts}
  </span>
);
