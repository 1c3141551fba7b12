export {
  evidenceOf,
  CHANNELS,
  type Channel,
  type SessionEvidence,
  type NoEvidence,
  type ReadingsAlong,
} from "./evidence";
export { CAUSE_CODES, CAUSES, causeOf, type Cause, type CauseCode } from "./causes";
export {
  explainSession,
  type Explained as SessionExplained,
  type Explanation as SessionExplanation,
} from "./explain";
export { ERRORS as READING_ERRORS, METER_GAIN, misfitErrors } from "./misfit";
export { lineOf, predict, predictFor, type Prediction } from "./predict";
export { setupFor, setupOf, type Setup } from "./setup";
