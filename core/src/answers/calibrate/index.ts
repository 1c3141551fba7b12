export {
  calibrate,
  calibrateSteps,
  FEWEST_SESSIONS,
  MOST_SESSIONS as MOST_CALIBRATED,
  type Calibration,
  type FigureTold,
  type Miss,
  type NotCalibrated,
} from "./calibrate";
export { CALIBRATED, PARAMETERS, type Calibrated, type Parameter } from "./parameters";
export * from "./economy";
export * from "./odd";
export * from "./apply";
