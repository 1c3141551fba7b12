import { M0001Start } from "./0001-start";
import { M0002VersionsAndSeries } from "./0002-versions-and-series";
import { M0003Lineups } from "./0003-lineups";
import { M0004Households } from "./0004-households";
import { M0005Evses } from "./0005-evses";
import { M0006Sessions } from "./0006-sessions";
import { M0007FuelCars } from "./0007-fuel-cars";
import { M0008Posts } from "./0008-posts";
import { M0009LanesAndTemperatures } from "./0009-lanes-and-temperatures";
import { M0010Arrivals } from "./0010-arrivals";
import { M0011ChargePoints } from "./0011-charge-points";
import { M0012Devices } from "./0012-devices";
import { M0013Installations } from "./0013-installations";
import { M0014Order } from "./0014-order";
import { M0015SecretOrigins } from "./0015-secret-origins";

/** Every migration in order. A name, once released, never changes. */
export const MIGRATIONS = [
  { name: "0001-start", class: M0001Start },
  { name: "0002-versions-and-series", class: M0002VersionsAndSeries },
  { name: "0003-lineups", class: M0003Lineups },
  { name: "0004-households", class: M0004Households },
  { name: "0005-evses", class: M0005Evses },
  { name: "0006-sessions", class: M0006Sessions },
  { name: "0007-fuel-cars", class: M0007FuelCars },
  { name: "0008-posts", class: M0008Posts },
  { name: "0009-lanes-and-temperatures", class: M0009LanesAndTemperatures },
  { name: "0010-arrivals", class: M0010Arrivals },
  { name: "0011-charge-points", class: M0011ChargePoints },
  { name: "0012-devices", class: M0012Devices },
  { name: "0013-installations", class: M0013Installations },
  { name: "0014-order", class: M0014Order },
  { name: "0015-secret-origins", class: M0015SecretOrigins },
] as const;
