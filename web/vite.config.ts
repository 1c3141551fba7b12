import react from "@vitejs/plugin-react";
import { defineConfig, type HtmlTagDescriptor, type Plugin, type Rolldown } from "vite";
import { compression } from "vite-plugin-compression2";
import { VitePWA } from "vite-plugin-pwa";

/** Views, of some sixty that come when they are entered, from which on what they share is everybody's. */
const SHARED_BY = 12;
const FIRST = /vite\/preload-helper|\/web\/src\/(api\/early|app\/rooms)\.ts$/;

/** The module that starts the application, which the page's own script asks for first thing. */
const START = /\/app\/start\.tsx$/;
const FONT = /hanken-grotesk-latin-wght-normal.*\.woff2$/;

/** Has the page itself ask for the application and its font, instead of each only once the one before has come. */
const askedByThePage = (): Plugin => ({
  name: "asked-by-the-page",
  transformIndexHtml: {
    order: "post",
    handler(_, { bundle }) {
      if (!bundle) return [];
      const chunks = Object.values(bundle).filter((one) => one.type === "chunk");
      const start = chunks.find(({ facadeModuleId }) => START.test(facadeModuleId ?? ""));
      const entry = chunks.find(({ isEntry }) => isEntry);
      if (!start || !entry) throw new Error("the page has no start, or no script");
      const needed = importsOf(start, bundle);
      // Those of its own script stand there already.
      for (const own of importsOf(entry, bundle)) needed.delete(own);
      const font = Object.keys(bundle).find((name) => FONT.test(name));
      if (font === undefined) throw new Error("the page has no font");
      const link = (attrs: HtmlTagDescriptor["attrs"]): HtmlTagDescriptor => ({
        tag: "link",
        attrs: { ...attrs, crossorigin: true },
        injectTo: "head",
      });
      return [
        link({ rel: "preload", as: "font", type: "font/woff2", href: `/${font}` }),
        ...[...needed].map((name) => link({ rel: "modulepreload", href: `/${name}` })),
      ];
    },
  },
});

/** A chunk and all that it cannot run without. */
function importsOf(chunk: Rolldown.OutputChunk, bundle: Rolldown.OutputBundle): Set<string> {
  const found = new Set<string>();
  const add = (name: string): void => {
    const one = bundle[name];
    if (found.has(name) || one?.type !== "chunk") return;
    found.add(name);
    one.imports.forEach(add);
  };
  add(chunk.fileName);
  return found;
}

const ZOD_SCHEMAS = /\/zod\/v4\/classic\/schemas\.js$/;
/** How a schema of the library names what writes it down as JSON. */
const WRITES_JSON =
  /\b(?:(processors\.\w+Processor)|createToJSONSchemaMethod|createStandardJSONSchemaMethod)\(/g;

/** Leaves out what writes schemas down as JSON, a quarter of the library: the command does that, no page. */
const noJsonSchemas = (): Plugin => ({
  name: "no-json-schemas",
  enforce: "pre",
  apply: "build",
  transform: {
    filter: { id: ZOD_SCHEMAS },
    handler(code) {
      if (!WRITES_JSON.test(code)) throw new Error("the schemas' library is another than it was");
      return `${code.replace(WRITES_JSON, (_, processor?: string) => (processor ? "gone(" : "methodGone("))}
        function gone() { throw new Error("no page writes schemas"); }
        function methodGone() { return gone; }`;
    },
  },
});

export default defineConfig({
  root: import.meta.dirname,
  plugins: [
    react(),
    noJsonSchemas(),
    askedByThePage(),
    VitePWA({
      strategies: "injectManifest",
      srcDir: "src",
      filename: "sw.ts",
      // The page registers it itself, where the browser allows it.
      injectRegister: false,
      manifest: false,
      injectManifest: {
        globPatterns: ["**/*.{js,css,html,svg,woff2}"],
        maximumFileSizeToCacheInBytes: 4 * 1024 * 1024,
      },
    }),
    // Compressed once, here, instead of at every request.
    compression({ include: /\.(js|css|html|svg)$/, threshold: 512, algorithms: ["gzip", "brotliCompress"] }),
  ],
  build: {
    outDir: "dist",
    emptyOutDir: true,
    assetsInlineLimit: 0,
    target: "es2022",
    // What this is built for knows module preloads.
    modulePreload: { polyfill: false },
    // Which parts hang on which, for the bench that weighs them.
    manifest: true,
    rolldownOptions: {
      // Reading a property does nothing else in what we ship: unused charts and schemas fall away.
      treeshake: { propertyReadSideEffects: false },
      output: {
        codeSplitting: {
          groups: [
            // What the page's own script needs, which asks for all the rest.
            { name: "first", test: FIRST, priority: 1 },
            // What most views need comes as one: a file takes its time on a slow line, however small it is.
            { name: "common", minShareCount: SHARED_BY },
          ],
        },
      },
    },
  },
  server: {
    host: "127.0.0.1",
    port: 4181,
    strictPort: true,
    proxy: {
      "/api": {
        target: "http://127.0.0.1:4180",
        changeOrigin: true,
        headers: { origin: "http://127.0.0.1:4180" },
      },
    },
  },
  css: {
    preprocessorOptions: {
      scss: {
        quietDeps: true,
        silenceDeprecations: ["import", "global-builtin", "color-functions", "if-function"],
      },
    },
  },
});
