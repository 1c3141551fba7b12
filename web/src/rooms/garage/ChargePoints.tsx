import { useState } from "react";
import { Link } from "react-router-dom";
import type { ChargePoint, Garage, Kept, Knock, PointState } from "@kettleback/core";
import { api } from "../../api/client";
import { Button } from "../../controls/Button";
import { stateText } from "../../plan/pointWords";
import { useGarage } from "../../stores/garage";
import { useLive } from "../../stores/live";
import { sayDone, sayTrouble } from "../../stores/notices";
import { useFollowing } from "../../stores/useFollowing";
import { useForgetting } from "../../stores/useForgetting";
import { ChargePointForm, type EditedPoint } from "./ChargePointForm";
import { PointSettings } from "./PointSettings";

/** Where a charge point connects to: this server, as the browser reaches it. */
const addressOf = ({ protocol, host }: Pick<Location, "protocol" | "host">): string =>
  `${protocol === "https:" ? "wss" : "ws"}://${host}/ocpp/`;
const isLoopback = (hostname: string): boolean => /^(localhost|127\.|\[?::1)/.test(hostname);

const NEW: ChargePoint = { name: "", identity: "", cards: [], anyCard: false };

/** Units of one's own that speak OCPP: who they are, how they stand, who else knocked. */
export function ChargePoints({ garage }: { readonly garage: Garage }) {
  const [edited, setEdited] = useState<EditedPoint | null>(null);
  const household = garage.household.id;
  useFollowing(household, true);
  const { points, knocks, householdId } = useLive();
  const known = householdId === household ? points : [];
  const add = (identity = "") =>
    setEdited({
      spec: { ...NEW, name: identity, identity },
      parentId: garage.evses.find(isFixed)?.id ?? null,
    });
  return (
    <section aria-label="Charge points" className="charge-points">
      <header className="shelf-head">
        <h2>Charge points</h2>
        <Button onClick={() => add()}>Add a charge point</Button>
      </header>
      <p className="quiet">
        A unit of your own that speaks OCPP 1.6, the common language of charge points, tells what flows and
        can be started, lowered and stopped from the <Link to="/path">Path</Link>. Each comes in by its own
        password.
      </p>
      {isLoopback(window.location.hostname) && (
        <p className="quiet">
          This server answers this machine alone, so that no unit in the house reaches it. To let one in,
          start it with KETTLEBACK_LISTEN and a passphrase; the README says how.
        </p>
      )}
      {garage.chargePoints.length === 0 && <p className="empty">None yet.</p>}
      <ul className="points">
        {garage.chargePoints.map((row) => (
          <Point
            key={row.id}
            row={row}
            garage={garage}
            state={known.find(({ id }) => id === row.id)}
            onEdit={() => setEdited(row)}
          />
        ))}
      </ul>
      <Knocks knocks={knocks} garage={garage} onLetIn={add} />
      {edited && <ChargePointForm garage={garage} row={edited} onClose={() => setEdited(null)} />}
    </section>
  );
}

const isFixed = ({ spec }: Garage["evses"][number]): boolean => spec.kind !== "portable";

interface PointProps {
  readonly row: Kept<ChargePoint>;
  readonly garage: Garage;
  readonly state: PointState | undefined;
  onEdit(): void;
}

function Point({ row, garage, state, onEdit }: PointProps) {
  const forgetThing = useForgetting("chargePoints");
  const loadPoints = useLive((s) => s.loadPoints);
  const [password, setPassword] = useState<string | null>(null);
  const [renewing, setRenewing] = useState(false);
  const household = garage.household.id;
  const { name, identity, cards, anyCard } = row.spec;
  const unit = garage.evses.find(({ id }) => id === row.parentId)?.spec.name;
  const give = () =>
    api.givePassword(household, row.id).then((given) => {
      setPassword(given.password);
      setRenewing(false);
      return loadPoints(household);
    }, sayTrouble);
  const forget = () => forgetThing(row, `${name} is deleted, and comes in no more.`);
  const maker = [state?.vendor, state?.model, state?.firmware].filter(Boolean).join(" ");
  return (
    <li className="point">
      <div>
        <b>{name}</b>{" "}
        <span className={state?.connected ? "here" : "quiet"}>{state ? stateText(state) : "…"}</span>
        <small>
          {unit ? `It is ${unit}` : "It belongs to no unit yet: change it, so that the Path finds it"}
          {maker && `; calls itself ${maker}`}
          {state &&
            Math.abs(state.clockBehind) >= 120 &&
            `; its clock is ${Math.round(Math.abs(state.clockBehind) / 60)} min ${state.clockBehind > 0 ? "behind" : "ahead"}, which is set right here`}
        </small>
        <small>
          Started at the unit by {anyCard ? "any card" : cards.length === 0 ? "no card" : cards.join(", ")}
        </small>
        <dl>
          <div>
            <dt>Address</dt>
            <dd>
              <code>{addressOf(window.location)}</code>
            </dd>
          </div>
          <div>
            <dt>Identity</dt>
            <dd>
              <code>{identity}</code>
            </dd>
          </div>
          <div>
            <dt>Password</dt>
            <dd>
              {password ? (
                <>
                  <code>{password}</code> <small>Type it into the unit now: it is not shown again.</small>
                </>
              ) : state?.hasPassword ? (
                "it has one"
              ) : (
                "none yet: it cannot come in"
              )}
            </dd>
          </div>
        </dl>
      </div>
      <div className="acts">
        {renewing ? (
          <span className="renewing">
            {name} is locked out until the new one is typed into it.{" "}
            <Button quiet asks={give}>
              Give it a new one
            </Button>{" "}
            <Button quiet onClick={() => setRenewing(false)}>
              Leave it
            </Button>
          </span>
        ) : (
          <Button quiet asks={async () => (state?.hasPassword ? setRenewing(true) : give())}>
            {state?.hasPassword ? "New password…" : "Give it a password"}
          </Button>
        )}
        <Button quiet onClick={onEdit} aria-label={`Change ${name}`}>
          Change
        </Button>
        <Button quiet asks={forget} aria-label={`Delete ${name}`}>
          Delete
        </Button>
        {state?.connected && <Rare household={household} id={row.id} name={name} state={state} />}
      </div>
    </li>
  );
}

interface RareProps {
  readonly household: string;
  readonly id: string;
  readonly name: string;
  readonly state: PointState;
}

/** What is asked of a charge point now and then. */
function Rare({ household, id, name, state }: RareProps) {
  const ask = (act: Parameters<typeof api.act>[2], done: string) => () =>
    api
      .act(household, id, act)
      .then(
        ({ taken, said }) =>
          taken ? sayDone(done) : sayTrouble(new Error(`${name} did not take it: “${said}”.`)),
        sayTrouble,
      );
  const out = state.status === "Unavailable";
  return (
    <>
      <Button quiet asks={ask({ act: "reset", hard: false }, `${name} restarts.`)}>
        Restart it
      </Button>
      <Button
        quiet
        asks={ask({ act: "availability", operative: out }, `${name} is ${out ? "in" : "out of"} service.`)}
      >
        {out ? "Into service" : "Out of service"}
      </Button>
      <PointSettings household={household} id={id} name={name} />
    </>
  );
}

const WHY: Readonly<Record<Knock["why"], string>> = {
  unknown: "nobody here knows it",
  password: "its password is another than the one kept here",
  "no-password": "it has no password here yet",
  card: "a card that starts nothing",
};

interface KnocksProps {
  readonly knocks: readonly Knock[];
  readonly garage: Garage;
  onLetIn(identity: string): void;
}

/** Who wanted to come in and was not let in, and what would let it. */
function Knocks({ knocks, garage, onLetIn }: KnocksProps) {
  const keep = useGarage((s) => s.keep);
  const loadPoints = useLive((s) => s.loadPoints);
  const still = knocks.filter(
    ({ identity, card }) =>
      card === undefined ||
      !garage.chargePoints.some(({ spec }) => spec.identity === identity && spec.cards.includes(card)),
  );
  if (still.length === 0) return null;
  const letCard = (row: Kept<ChargePoint>, card: string) =>
    keep("chargePoints", { ...row, spec: { ...row.spec, cards: [...row.spec.cards, card] } }).then(() => {
      sayDone(`Card ${card} starts ${row.spec.name} from now on.`);
      return loadPoints(garage.household.id);
    }, sayTrouble);
  return (
    <>
      <h3>Who knocked</h3>
      <ul className="knocks">
        {still.map(({ identity, from, at, times, why, card }) => {
          const row = garage.chargePoints.find(({ spec }) => spec.identity === identity);
          return (
            <li key={`${identity} ${why} ${card}`}>
              <span>
                <b>{card ?? identity}</b>{" "}
                {card ? `was held to ${from}: ${WHY.card}` : `wanted in from ${from}: ${WHY[why]}`}
                {times > 1 && `, ${times} times`}, last at {at.slice(11, 16)} UTC
              </span>{" "}
              {why === "unknown" && (
                <Button quiet onClick={() => onLetIn(identity)}>
                  Let it in…
                </Button>
              )}
              {card !== undefined && row && (
                <Button quiet asks={() => letCard(row, card)}>
                  Let this card start it
                </Button>
              )}
            </li>
          );
        })}
      </ul>
    </>
  );
}
