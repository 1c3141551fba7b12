import { useState } from "react";
import type { NetworkHead } from "../../api/client";
import { Button } from "../../controls/Button";
import { DocumentFile } from "../../controls/DocumentFile";
import { Select } from "../../controls/Select";
import { TextInput } from "../../controls/TextInput";
import { useNow } from "../../controls/useNow";
import { awayIn } from "../../jobs/away";
import { useNetworks } from "../../stores/networks";
import { sayDone, sayTrouble } from "../../stores/notices";
import { NETWORK_MAX_BYTES, readNetwork } from "@kettleback/core";
import type { ViewProps } from "./view";
import { ageText } from "./words";

/** Largest network file that is sent to be kept, in bytes: what the server takes. */
const MOST_BYTES = Math.min(NETWORK_MAX_BYTES, 32 * 1024 * 1024);

/** Where the posts come from: which network, when it was read, and reading it anew or another. */
export function NetworkBar({
  garage,
  onChange,
  head,
}: ViewProps & { readonly head: NetworkHead | undefined }) {
  const { heads, read, forget } = useNetworks();
  const household = garage.household.id;
  const moment = useNow();
  const [token, setToken] = useState("");
  // A reading may take half a minute: what was changed meanwhile stays.
  const look = (networkId: string | null) => {
    const now = awayIn(garage);
    onChange({ ...now, posts: { ...now.posts, networkId } });
  };
  const ask = (asked: NewNetwork) =>
    read(household, asked)
      .then((made) => {
        look(made.id);
        sayDone(`${made.name}: ${made.locations} posts read.`);
        return true;
      })
      .catch((error: unknown) => {
        sayTrouble(error);
        return false;
      });
  const again = async (name: string, address: string) => {
    if (await ask({ name, address, token: token.trim() || null })) setToken("");
  };
  return (
    <section className="view-panel network" aria-label="Where the posts come from">
      <h2>Where the posts come from</h2>
      {head ? (
        <p>
          <Select
            label="Network"
            value={head.id}
            onChange={look}
            options={heads.map(({ id, name: text }) => ({ value: id, text }))}
          />{" "}
          {head.locations} posts, read {ageText(moment - Date.parse(head.readAt))}
          {head.address === null ? " from a file" : ""}. Nothing is asked of it until you press.{" "}
          {head.address !== null && (
            <TextInput
              label="Its token"
              placeholder="its token, if it asks"
              value={token}
              onChange={setToken}
            />
          )}{" "}
          {head.address !== null && (
            <Button asks={() => again(head.name, head.address!)}>Read it anew</Button>
          )}{" "}
          <Button
            quiet
            asks={() =>
              forget(household, head.id)
                .then(() => sayDone(`${head.name} is forgotten; what you know of its posts stays.`))
                .catch(sayTrouble)
            }
          >
            Forget it
          </Button>
        </p>
      ) : (
        <p>No network has been read. Posts of your own can be added above, or read one here.</p>
      )}
      <Another garage={garage} look={look} ask={ask} />
      <p className="quiet">
        By the open protocol OCPI 2.2.1, from its list of versions or of locations. A token is used for the
        one reading and kept nowhere.
      </p>
    </section>
  );
}

interface NewNetwork {
  readonly name: string;
  readonly address: string;
  readonly token: string | null;
}
interface AnotherProps {
  readonly garage: ViewProps["garage"];
  look(networkId: string): void;
  /** Whether it was read. */
  ask(asked: NewNetwork): Promise<boolean>;
}

/** Reads another network: by its address, or from a file. */
function Another({ garage, look, ask }: AnotherProps) {
  const { take } = useNetworks();
  const household = garage.household.id;
  const [address, setAddress] = useState("");
  const [name, setName] = useState("");
  const [token, setToken] = useState("");
  const read = async () => {
    const at = address.trim();
    const called = name.trim() || at.replace(/^https?:\/\//, "").slice(0, 80);
    // What was typed stays where it could not be read.
    if (!(await ask({ name: called, address: at, token: token.trim() || null }))) return;
    setToken("");
    setAddress("");
    setName("");
  };
  return (
    <div className="another">
      <TextInput
        says="Name"
        label="Name of the network"
        placeholder="how you call it"
        maxLength={80}
        value={name}
        onChange={setName}
      />
      <TextInput
        says="Address"
        label="Address of the network"
        placeholder="https://…/versions"
        value={address}
        onChange={setAddress}
      />
      <TextInput
        says="Token"
        label="Token"
        placeholder="if it asks for one"
        value={token}
        onChange={setToken}
      />
      <Button quiet disabled={address.trim() === ""} asks={read}>
        Read
      </Button>
      <DocumentFile
        one="network"
        maxBytes={MOST_BYTES}
        take={async (text) => {
          const found = readNetwork(text, garage.household.spec.currency);
          if (!found.ok) return found.problems;
          const raw = JSON.parse(text) as unknown;
          const lists = Array.isArray(raw)
            ? { locations: raw, tariffs: [] }
            : (raw as { data?: unknown; locations?: unknown; tariffs?: unknown });
          try {
            const made = await take(household, {
              name: name.trim() || "From a file",
              locations: "data" in lists ? lists.data : lists.locations,
              tariffs: lists.tariffs ?? [],
            });
            look(made.id);
            sayDone(`${made.name}: ${made.locations} posts read from the file.`);
            return [];
          } catch (error) {
            return [{ field: "(file)", message: (error as Error).message }];
          }
        }}
      />
    </div>
  );
}
