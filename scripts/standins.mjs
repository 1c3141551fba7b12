// npm run standins: what the simulated devices are and how they stand; with words, sets one of them.
import { say } from "./lib.mjs";

const USAGE = `npm run standins                                what there is, and how it stands
npm run standins clock 60                       their time runs 60 times as fast
npm run standins power-meter fault silent       a device fails: silent, refusing, garbled, stuck, reset; none mends it
npm run standins hall-post trouble phase-lost   something happens at the charge point; "troubles" lists what may
npm run standins hall-post troubles
npm run standins hall-post plug 35 otter-7      a car with 35 % is plugged in, and that card held to it
npm run standins power-meter plug 40            … or behind the meter
npm run standins hall-post unplug
npm run standins island-network plug ferry-2 10 a car with 10 % at a public point; unplug ferry-2 takes it away
npm run standins power-meter load 2300          watts that are drawn behind the meter
npm run standins curlew limit 80                per cent at which the car ends by itself
npm run standins island-network state hall-1 OUTOFORDER`;

const base = `http://127.0.0.1:${process.env.STANDINS_PORT || 4182}`;
const number = (text) =>
  text !== undefined && text.trim() !== "" && Number.isFinite(Number(text)) ? Number(text) : text;

/** What is asked for, as an address and a body; null for what is not understood. */
function asked([name, what, value, more]) {
  if (name === undefined) return { at: "/" };
  if (name === "clock" && what !== undefined) return { at: "/clock", body: { speed: number(what) } };
  switch (what) {
    case undefined:
    case "reading":
      return { at: `/${name}/reading` };
    case "troubles":
      return { at: `/${name}/troubles` };
    case "unplug":
      return { at: `/${name}/plug`, body: { ...(value ? { uid: value } : {}), plugged: false } };
    case "plug": {
      // At a public network a point is named first.
      if (/-network$/.test(name))
        return {
          at: `/${name}/plug`,
          body: { uid: value, plugged: true, ...(more ? { soc: number(more) / 100 } : {}) },
        };
      const soc = value === undefined ? {} : { soc: number(value) / 100 };
      return { at: `/${name}/plug`, body: { plugged: true, ...soc, ...(more ? { card: more } : {}) } };
    }
    case "state":
      return { at: `/${name}/state`, body: { uid: value, status: more } };
    case "load":
      return { at: `/${name}/load`, body: { watts: number(value) } };
    case "limit":
      return { at: `/${name}/limit`, body: { percent: number(value) } };
    case "fault":
    case "trouble":
      return { at: `/${name}/${what}`, body: { [what]: value } };
    default:
      return null;
  }
}

function fail(text) {
  console.error(text);
  process.exit(1);
}

const wanted = asked(process.argv.slice(2));
if (!wanted) fail(USAGE);
const response = await fetch(`${base}${wanted.at}`, {
  ...(wanted.body
    ? { method: "PUT", headers: { "Content-Type": "application/json" }, body: JSON.stringify(wanted.body) }
    : {}),
  signal: AbortSignal.timeout(5_000),
}).catch(() =>
  fail(`No stand-ins answer at ${base}. They start with npm run demo; STANDINS_PORT names another port.`),
);
const text = await response.text();
let said;
try {
  said = JSON.parse(text);
} catch {
  fail(`It answers with what is no JSON: ${text.slice(0, 80)}`);
}
if (!response.ok) {
  const why = said.errors?.map(({ field, message }) => `${field}: ${message}`).join("; ") ?? said.detail;
  fail(`Not done: ${why}.\n\n${USAGE}`);
}
if (wanted.at === "/") {
  say(`their time is ${said.now}, ${said.speed} times as fast as yours`);
  for (const { name, what, fault } of said.devices)
    say(`${name}: ${what}${fault === "none" ? "" : ` (${fault})`}`);
} else console.log(JSON.stringify(said, null, 2));
