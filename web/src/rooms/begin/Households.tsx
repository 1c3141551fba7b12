import { useState } from "react";
import { Link } from "react-router-dom";
import { HOUSEHOLD_MAX_BYTES, type FieldProblem } from "@kettleback/core";
import { api, Refused } from "../../api/client";
import { Button } from "../../controls/Button";
import { SentFile } from "../../controls/DocumentFile";
import { Select } from "../../controls/Select";
import { useGarage } from "../../stores/garage";
import { sayDone, sayTrouble } from "../../stores/notices";
import { Bin } from "./Bin";
import { Copies } from "./Copies";
import { SignedIn } from "./SignedIn";
import { House } from "./House";
import styles from "./houses.module.scss";

/** The households: added, renamed, taken away and brought back; and what each decides, in one place. */
export default function Households() {
  const { households, unreadHouseholds, householdId, putDemo } = useGarage();
  return (
    <div className={styles.room}>
      <h1>Households</h1>
      <ul>
        {households.map((row) => (
          <House key={`${row.id} ${row.version}`} row={row} shown={row.id === householdId} />
        ))}
      </ul>
      {unreadHouseholds.map(({ id, name, problems }) => (
        <p key={id} role="note" className="unread">
          <strong>{name} cannot be read</strong> ({problems[0]?.field}: {problems[0]?.message}). It is left as
          it is: a newer Kettleback, or a copy of an earlier day below, may have it whole.
        </p>
      ))}
      <div className="acts">
        <Link className="btn btn-primary btn-sm" to="/begin">
          Add a household
        </Link>
        <Button quiet asks={() => putDemo().catch(sayTrouble)}>
          Put the demo beside mine
        </Button>
        <TakeIn />
      </div>
      <Bin />
      <Copies />
      <SignedIn />
    </div>
  );
}

/** Takes a household file in: as a household of its own, or into one there is. */
function TakeIn() {
  const { households, load } = useGarage();
  const [into, setInto] = useState("");
  const send = async (file: File, stopped: AbortSignal): Promise<readonly FieldProblem[]> => {
    try {
      const taken = await api.takeHousehold(file, into === "" ? null : into, stopped);
      await load(taken.id);
      sayDone(`${taken.spec.name} is taken in.`);
      return [];
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      return error.errors.length > 0 ? error.errors : [{ field: "(file)", message: error.message }];
    }
  };
  return (
    <>
      <Select
        className="into"
        label="Import as"
        value={into}
        onChange={setInto}
        options={[
          { value: "", text: "as a household of its own" },
          ...households.map(({ id, spec }) => ({ value: id, text: `into ${spec.name}` })),
        ]}
      />
      <SentFile one="household" maxBytes={HOUSEHOLD_MAX_BYTES} send={send} />
    </>
  );
}
