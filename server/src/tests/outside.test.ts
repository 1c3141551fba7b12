import dns from "node:dns";
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import fc from "fast-check";
import { mayBeAsked, refuseNeverAsked } from "../outside/address";
import { askOutside, repeats, repeatsPart } from "../outside/ask";
import { parsedAsItComes } from "../outside/json";
import { followMqtt } from "../live/devices/mqtt";

afterEach(() => jest.restoreAllMocks());

/** Has every name lead to these addresses. */
const named = (...addresses: readonly string[]) =>
  jest.spyOn(dns, "lookup").mockImplementation(((
    _name: string,
    _options: object,
    done: (...a: unknown[]) => void,
  ) =>
    done(
      null,
      addresses.map((address) => ({ address, family: address.includes(":") ? 6 : 4 })),
    )) as never);

describe("addresses", () => {
  // Ranges by the IANA special-purpose address registries; an IPv4 address within one of IPv6 by RFC 4291 and RFC 6052.
  test.each([
    ["127.0.0.1", true],
    ["192.168.1.20", true],
    ["10.0.0.1", true],
    ["172.16.0.9", true],
    ["100.64.1.1", true],
    ["8.8.4.4", true],
    ["::1", true],
    ["fd12:3456::1", true],
    ["2a00:1450::1", true],
    ["::ffff:192.168.1.20", true],
    ["64:ff9b::8.8.4.4", true],
    ["169.254.1.1", false],
    ["169.254.169.254", false],
    ["::ffff:169.254.169.254", false],
    ["::ffff:a9fe:a9fe", false],
    ["0:0:0:0:0:ffff:a9fe:a9fe", false],
    ["::169.254.169.254", false],
    ["64:ff9b::a9fe:a9fe", false],
    ["64:ff9b:1::a9fe:a9fe", false],
    ["2002:a9fe:a9fe::1", false],
    ["fe80::1", false],
    ["fe80::1%eth0", false],
    ["febf::1", false],
    ["fec0::1", false],
    ["0.0.0.0", false],
    ["0.1.2.3", false],
    ["::", false],
    ["224.0.0.1", false],
    ["239.255.255.250", false],
    ["ff02::1", false],
    ["255.255.255.255", false],
    ["240.0.0.1", false],
    ["192.0.0.192", false],
    ["100.100.100.200", false],
    ["168.63.129.16", false],
    ["fd00:ec2::254", false],
    ["::ffff:100.100.100.200", false],
    ["boathouse", false],
  ])("%s may be asked: %s", (address, may) => {
    expect(mayBeAsked(address)).toBe(may);
  });

  test("an IPv6 address that carries one of this link only is refused in every spelling", () => {
    const octet = fc.integer({ min: 0, max: 255 });
    const hex = (a: number, b: number) => ((a << 8) | b).toString(16);
    fc.assert(
      fc.property(
        octet,
        octet,
        fc.constantFrom("::ffff:", "0:0:0:0:0:FFFF:", "::FFFF:", "64:ff9b::"),
        (c, d, head) => {
          for (const literal of [`${head}169.254.${c}.${d}`, `${head}${hex(169, 254)}:${hex(c, d)}`]) {
            expect(mayBeAsked(literal)).toBe(false);
            expect(() => refuseNeverAsked(new URL(`http://[${literal}]/`))).toThrow("never connects to");
            expect(() => refuseNeverAsked(new URL(`mqtt://[${literal}]`))).toThrow("never connects to");
          }
        },
      ),
      { numRuns: 500 },
    );
  });

  test.each([
    ["decimal", "http://2852039166/"],
    ["hex", "http://0xa9fea9fe/"],
    ["octal parts", "http://0251.0376.0251.0376/"],
    ["short", "http://169.16689662/"],
  ])("an IPv4 address in %s is refused like its plain spelling", (_, text) => {
    expect(() => refuseNeverAsked(new URL(text))).toThrow("never connects to");
  });
});

describe("names", () => {
  const answering = async <T>(work: (port: number, asked: string[]) => Promise<T>): Promise<T> => {
    const asked: string[] = [];
    const server = createServer((req, res) => {
      asked.push(req.headers.host ?? "");
      res.end("{}");
    }).listen(0, "127.0.0.1");
    await new Promise((done) => server.once("listening", done));
    try {
      return await work((server.address() as AddressInfo).port, asked);
    } finally {
      server.closeAllConnections();
      server.close();
    }
  };
  const ask = (port: number) =>
    askOutside(new URL(`http://meter.example:${port}/`), {}, AbortSignal.timeout(5_000));

  test("a name is looked up once, and what is connected to is the address that was judged", () =>
    answering(async (port, asked) => {
      const looked = named("127.0.0.1");
      expect((await ask(port)).status).toBe(200);
      expect([looked.mock.calls.length, asked]).toEqual([1, [`meter.example:${port}`]]);
    }));

  test("of a name's addresses those that may be asked are, and no others", () =>
    answering(async (port, asked) => {
      named("169.254.169.254", "fe80::1", "127.0.0.1");
      expect((await ask(port)).status).toBe(200);
      expect(asked).toHaveLength(1);
    }));

  test.each([["169.254.169.254"], ["::ffff:169.254.169.254"], ["0.0.0.0"], ["fe80::1"], ["224.0.0.1"]])(
    "a name that leads to %s is never asked, by HTTP or MQTT",
    (address) =>
      answering(async (port, asked) => {
        named(address);
        await expect(ask(port)).rejects.toThrow("has an address Kettleback never connects to");
        const why = await new Promise<string>((failed) => {
          const leave = followMqtt(
            { kind: "mqtt", address: `mqtt://meter.example:${port}`, topic: "house/meter" },
            "hush",
            { heard: () => undefined, failed: (said) => void setImmediate(() => (leave(), failed(said))) },
          );
        });
        expect(why).toContain("has an address Kettleback never connects to");
        expect(asked).toEqual([]);
      }),
  );
});

describe("what comes from outside", () => {
  async function* inPieces(text: string, size: number): AsyncGenerator<Uint8Array> {
    const bytes = Buffer.from(text);
    for (let at = 0; at < bytes.length; at += size) yield bytes.subarray(at, at + size);
    await Promise.resolve();
  }

  test("is parsed in pieces of any size to what the platform parses it to whole", async () => {
    let cases = 0;
    await fc.assert(
      fc.asyncProperty(fc.json({ maxDepth: 8 }), fc.integer({ min: 1, max: 40 }), async (text, size) => {
        cases += 1;
        expect(await parsedAsItComes(inPieces(text, size))).toEqual(JSON.parse(text));
      }),
      { numRuns: 300 },
    );
    expect(cases).toBe(300);
  });

  test.each(["", "{", "[1,", "1 2", "[] []", "nul", "{'a':1}", "-", "[1]]", "undefined"])(
    "%j is no JSON",
    async (text) => {
      await expect(parsedAsItComes(inPieces(text, 3))).rejects.toThrow(SyntaxError);
    },
  );

  test("64 levels are read and 65 are not, brackets within text and after an escape left out", async () => {
    const deep = (levels: number) => `${"[".repeat(levels)}${"]".repeat(levels)}`;
    for (const size of [1, 7, 200]) {
      await expect(parsedAsItComes(inPieces(deep(64), size))).resolves.toBeDefined();
      await expect(parsedAsItComes(inPieces(deep(65), size))).rejects.toThrow("more than 64 deep");
      const text = JSON.stringify({ said: `"${"[".repeat(80)}\\`, then: [deep(3)] });
      await expect(parsedAsItComes(inPieces(text, size))).resolves.toEqual(JSON.parse(text));
    }
  });

  test("of twelve megabytes of nesting no more than the first piece is read", async () => {
    let read = 0;
    const counted = async function* () {
      for await (const piece of inPieces("[".repeat(12_000_000), 65_536)) {
        read += 1;
        yield piece;
      }
    };
    await expect(parsedAsItComes(counted())).rejects.toThrow("64 deep");
    expect(read).toBe(1);
  });

  test("a secret is known again in base 64, percent-encoded, and in part; a short one only where a part is asked for", () => {
    const secret = "hush/hush curlew";
    for (const said of [secret, Buffer.from(secret).toString("base64"), encodeURIComponent(secret)])
      expect([repeats(`Token ${said} is none`, secret), repeatsPart(`…${said}…`, secret)]).toEqual([
        true,
        true,
      ]);
    expect([repeats("token hush/hus…", secret), repeatsPart("token hush/hus…", secret)]).toEqual([
      false,
      true,
    ]);
    expect([repeats("no token", secret), repeatsPart("no token", secret)]).toEqual([false, false]);
    expect([repeats("a 42 b", "42"), repeatsPart("a 42 b", "42")]).toEqual([false, true]);
    expect([repeats("anything", null), repeatsPart("anything", null)]).toEqual([false, false]);
  });
});
