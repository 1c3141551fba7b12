import { useCallback, useEffect, useState } from "react";
import { DateTime } from "luxon";
import { api, type SignedIn as Browser } from "../../api/client";
import { Button } from "../../controls/Button";
import { dayText, timeText } from "../../format/manner";
import { sayTrouble } from "../../stores/notices";

/** Browsers that have given the passphrase, each of which can be shut out; nothing where none is asked for. */
export function SignedIn() {
  const [signIns, setSignIns] = useState<readonly Browser[]>([]);
  const look = useCallback(() => void api.signIns().then(setSignIns, sayTrouble), []);
  useEffect(look, [look]);
  if (signIns.length === 0) return null;
  const when = (ms: number) => `${dayText(DateTime.fromMillis(ms))}, ${timeText(DateTime.fromMillis(ms))}`;
  return (
    <section aria-label="Signed in">
      <h2>Signed in</h2>
      <ul>
        {signIns.map(({ id, from, browser, seenAt, own }) => (
          <li key={id}>
            <span>
              {own ? "This browser" : browser || "A browser"}, from {from}, last seen {when(seenAt)}
            </span>
            <Button
              quiet
              aria-label={own ? "Sign this browser out" : `Sign out the browser from ${from}`}
              asks={() => api.endSignIn(id).then(look, sayTrouble)}
            >
              Sign out
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
