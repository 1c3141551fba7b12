export { Acting, type Done } from "./acts";
export { actAsked, newKey } from "./asked";
export { Central, type Knock, type PointState } from "./central";
export { Devices, tryDevice, type DeviceState } from "./devices";
export type { Kept } from "./keeping";
