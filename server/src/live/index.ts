export { Acting, type Done } from "./acts";
export { actAsked, newKey } from "./asked";
export { Central } from "./central";
export { Devices, secretFor, tryDevice } from "./devices";
export type { Kept } from "./keeping";
