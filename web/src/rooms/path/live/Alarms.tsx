import { useEffect, useRef, useState } from "react";
import type { Alarm } from "@kettleback/core";
import { Button } from "../../../controls/Button";
import { mayNotify } from "../../../stores/live";
import { alarmText } from "./words";

interface Props {
  readonly alarms: readonly Alarm[];
  /** Of which session, in the browser's notification. */
  readonly name: string;
}

/** Calls somebody who is not looking at the page: once for each alarm, where that is allowed. */
function useCalling(alarms: readonly Alarm[], name: string): void {
  const called = useRef<ReadonlySet<string>>(new Set());
  useEffect(() => {
    const fresh = alarms.filter(({ code }) => !called.current.has(code));
    // Asking a browser whether it may costs a millisecond: not at every reading.
    if (fresh.length > 0 && mayNotify())
      for (const alarm of fresh)
        new Notification(name, { body: alarmText(alarm), tag: `${name} ${alarm.code}` });
    called.current = new Set(alarms.map(({ code }) => code));
  }, [alarms, name]);
}

/** What asks somebody to look, the gravest first; and whether this browser may call. */
export function Alarms({ alarms, name }: Props) {
  useCalling(alarms, name);
  return (
    // Always there, so that what comes into it is read out.
    <div role="alert">
      <ul className="alarms">
        {alarms.map(({ code, level, says, todo }) => (
          <li key={code} className={level}>
            <strong>{level === "stop" ? `Stop. ${says}` : says}</strong> {todo}
          </li>
        ))}
      </ul>
    </div>
  );
}

/** Asks to be called by a notification; nothing where the browser cannot, or has been asked already. */
export function CallMe() {
  const [asked, setAsked] = useState(
    () =>
      typeof Notification === "undefined" || !window.isSecureContext || Notification.permission !== "default",
  );
  if (asked) return null;
  return (
    <Button quiet onClick={() => void Notification.requestPermission().then(() => setAsked(true))}>
      Call me when something is wrong
    </Button>
  );
}
