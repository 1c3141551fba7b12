import * as core from "@kettleback/core";
import { demoSessions } from "@kettleback/core/demo";

const sessions = demoSessions()["fallow-quay"]!;
/** The session that was left on 6 A. */
const left = sessions.find(({ spec }) => spec.key === "demo 33")!;
const evidence = core.evidenceOf(left.spec, left.samples);
if ("missing" in evidence) throw new Error(evidence.missing);

/** What the examples of the rooms about what was charged speak of. */
export const SPOKEN_LOG: Readonly<Record<string, unknown>> = { recorded: left.spec, evidence };
