// npm run shots: one picture of each main view, from the demo data, into docs/screenshots.
import {
  build,
  CHROMIUM,
  ensureChromium,
  ensurePackages,
  must,
  STANDINS,
  start,
  tool,
  withDemoServer,
} from "./lib.mjs";

await ensurePackages();
ensureChromium();
build();
await withDemoServer(async (address) => {
  const central = `${address.replace(/^http/, "ws").replace(/\/$/, "")}/ocpp`;
  const { child, address: standIns } = await start(STANDINS, {
    STANDINS_PORT: "0",
    STANDINS_MQTT_PORT: "0",
    STANDINS_CENTRAL: central,
  });
  child.removeAllListeners("exit");
  // A command that fails ends the process where it stands.
  process.once("exit", () => child.kill());
  try {
    must("taking pictures", tool("tsx"), ["e2e/shots.ts", address, standIns, CHROMIUM]);
  } finally {
    child.kill();
  }
});
