import { readFileSync } from "node:fs";
import { join } from "node:path";
import Ajv from "ajv/dist/2020";
import { KIND_NAMES, planOf } from "@kettleback/core";
import { fallowQuay } from "@kettleback/core/demo";
import { Events } from "../api/events";
import { openApi, openApiText, OPERATIONS } from "../api/openapi";
import { Garages } from "../api/garages";
import { api } from "../api/router";

test("docs/openapi.json is what the schemas say", () => {
  expect(readFileSync(join(__dirname, "../../../docs/openapi.json"), "utf8")).toBe(openApiText());
});

interface Layer {
  readonly route?: { readonly path: string; readonly methods: Record<string, boolean> };
}

test("every address of the router is described, and nothing else is", () => {
  const layers = (
    api({
      orm: { em: {} } as never,
      garages: new Garages(() => ({}) as never),
      events: new Events(),
      central: {} as never,
      devices: {} as never,
    }) as unknown as { stack: Layer[] }
  ).stack;
  const routes = layers.flatMap(({ route }) =>
    route ? Object.keys(route.methods).map((method) => `${method} ${route.path}`) : [],
  );
  expect(routes.length).toBeGreaterThan(20);
  // What is said of a kind is said of each of them by its name.
  const kinds = routes.flatMap((route) =>
    route.includes("/:kind") ? KIND_NAMES.map((kind) => route.replace("/:kind", `/${kind}`)) : [route],
  );
  const elsewhere = ["get /households/:household/events", "get /sign-ins", "delete /sign-ins/:id"];
  const described = OPERATIONS.map(({ method, path }) => `${method} ${path}`);
  expect([...described].sort()).toEqual([...kinds, ...elsewhere].sort());
});

test("every reference leads somewhere, and the schemas judge the demo's own things", () => {
  const document = openApi() as { components: { schemas: Record<string, object> } };
  const names = Object.keys(document.components.schemas);
  const found = [...openApiText().matchAll(/"#\/components\/schemas\/(\w+)"/g)].map(([, name]) => name!);
  expect(found.length).toBeGreaterThan(40);
  for (const name of new Set(found)) expect(names).toContain(name);
  const judge = (name: string, value: unknown) => {
    const ajv = new Ajv({ strict: false, logger: false }).addSchema({ ...document, $id: "all" });
    const validate = ajv.compile({ $ref: `all#/components/schemas/${name}` });
    return [name, validate(JSON.parse(JSON.stringify(value)))];
  };
  for (const kind of KIND_NAMES)
    for (const { spec } of fallowQuay[kind]) expect(judge(kind, spec)).toEqual([kind, true]);
  const plan = planOf(fallowQuay, fallowQuay.paths[0]!.spec);
  expect(judge("plan", plan.ok && plan.value)).toEqual(["plan", true]);
  expect(judge("sample", [1_795_000_000_000, 2300, 10, null, 0.5])).toEqual(["sample", true]);
  expect(judge("sample", ["now", 2300])).toEqual(["sample", false]);
  expect(judge("cars", { name: "x" })).toEqual(["cars", false]);
});
