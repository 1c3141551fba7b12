import { useState } from "react";
import { Link } from "react-router-dom";
import { checksFor, inWords, type Plan } from "@kettleback/core";
import { Tick } from "../../controls/Tick";
import { useWorld } from "../../terms/useWorld";
import styles from "./nothing.module.scss";

/** Why nothing charges: what to look at, the cheapest first, each ticked off once it was looked at. */
export default function Nothing({ plan }: { readonly plan: Plan }) {
  const world = useWorld();
  const [seen, setSeen] = useState<ReadonlySet<string>>(new Set());
  const checks = checksFor(plan);
  const next = checks.find(({ id }) => !seen.has(id));
  const toggle = (id: string, on: boolean) => {
    const then = new Set(seen);
    if (on) then.add(id);
    else then.delete(id);
    setSeen(then);
  };
  return (
    <div className={styles.nothing}>
      <p>Nothing charges though all of it is plugged in? Go down the list: what costs least comes first.</p>
      <ol>
        {checks.map(({ id, look, press }) => (
          <li key={id} className={id === next?.id ? "next" : seen.has(id) ? "seen" : ""}>
            <Tick label={`Looked at: ${look}`} checked={seen.has(id)} onChange={(on) => toggle(id, on)}>
              <b>{inWords(look, world)}</b>
            </Tick>
            <p>{inWords(press, world)}</p>
          </li>
        ))}
      </ol>
      <p role="status">
        {next
          ? ""
          : plan.evse.kind === "post" || plan.evse.kind === "rapid"
            ? "None of it helped: call the number on the post, and drive to the next one while the battery lasts."
            : "None of it helped: leave it unplugged, try the car at another outlet to see which of the two it is, and have the one at fault looked at."}
      </p>
      {!plan.evse.lights && (
        <p className="quiet">
          What the lights of {plan.evse.name} mean can be kept with it <Link to="/garage">in the Garage</Link>
          : it then stands here.
        </p>
      )}
    </div>
  );
}
