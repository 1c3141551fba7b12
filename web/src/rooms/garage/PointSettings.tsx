import { useState } from "react";
import { settingsAdvice } from "@kettleback/core";
import { api, type ActDone } from "../../api/client";
import { Button } from "../../controls/Button";
import { Table } from "../../controls/Table";
import { sayTrouble } from "../../stores/notices";

interface Props {
  readonly household: string;
  readonly id: string;
  readonly name: string;
}

/** What a connected charge point is set to, as it says itself, and what of it keeps it from being watched. */
export function PointSettings({ household, id, name }: Props) {
  const [settings, setSettings] = useState<NonNullable<ActDone["settings"]> | null>(null);
  const ask = () =>
    api
      .act(household, id, { act: "configuration" })
      .then(({ settings: found = [] }) => setSettings(found), sayTrouble);
  if (!settings)
    return (
      <Button quiet asks={ask}>
        Its settings
      </Button>
    );
  const advice = settingsAdvice(settings);
  return (
    <div className="point-settings">
      <ul>
        {advice.map((text) => (
          <li key={text} className="problem">
            {text}
          </li>
        ))}
        {advice.length === 0 && <li className="quiet">It tells all that is needed to watch it.</li>}
      </ul>
      <Table label={`Settings of ${name}`}>
        <tbody>
          {settings.map(({ key, value, readonly }) => (
            <tr key={key}>
              <th scope="row">
                <code>{key}</code>
              </th>
              <td>
                {value ?? "–"}
                {readonly && <small className="quiet"> as built</small>}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <Button quiet onClick={() => setSettings(null)}>
        Hide its settings
      </Button>
    </div>
  );
}
