import { once } from "node:events";
import { Agent, createServer, get, type IncomingMessage, type ServerResponse } from "node:http";
import type { AddressInfo } from "node:net";
import { stopServer } from "./stopping.ts";

/** A server whose answers are given by the test. */
async function open() {
  const asked: ServerResponse[] = [];
  const server = createServer((_, response) => void asked.push(response));
  server.listen(0, "127.0.0.1");
  await once(server, "listening");
  const { port } = server.address() as AddressInfo;
  const agent = new Agent({ keepAlive: true });
  const ask = (): Promise<string> =>
    new Promise((resolve, reject) => {
      get({ port, host: "127.0.0.1", agent }, (answer: IncomingMessage) => {
        let text = "";
        answer.on("data", (part: Buffer) => (text += part.toString()));
        answer.on("end", () => resolve(text));
        answer.on("error", reject);
      }).on("error", reject);
    });
  const arrived = async (count: number): Promise<void> => {
    while (asked.length < count) await new Promise((resolve) => setImmediate(resolve));
  };
  return { server, ask, asked, arrived, end: () => agent.destroy() };
}

test("what is being answered when a server stops is answered, and nobody new is", async () => {
  const { server, ask, asked, arrived, end } = await open();
  const kept = ask();
  await arrived(1);
  const stopped = stopServer(server, 5000);
  await expect(ask()).rejects.toThrow();
  asked[0]?.end("kept");
  expect(await kept).toBe("kept");
  expect(await stopped).toBe(true);
  end();
});

test("what is asked on a connection that was kept is answered while the server stops, as the last on it", async () => {
  const { server, ask, asked, arrived, end } = await open();
  const first = ask();
  await arrived(1);
  asked[0]?.end("first");
  await first;
  const stopped = stopServer(server, 5000);
  const second = ask();
  await arrived(2);
  expect(asked[1]?.getHeader("connection")).toBe("close");
  asked[1]?.end("second");
  expect(await second).toBe("second");
  await expect(ask()).rejects.toThrow();
  expect(await stopped).toBe(true);
  end();
});

test("a connection that says nothing holds nobody up", async () => {
  const { server, ask, asked, arrived, end } = await open();
  const first = ask();
  await arrived(1);
  asked[0]?.end("done");
  await first;
  const from = performance.now();
  expect(await stopServer(server, 5000)).toBe(true);
  expect(performance.now() - from).toBeLessThan(2000);
  end();
});

test("what never ends is cut when the patience is over", async () => {
  const { server, ask, arrived, end } = await open();
  const hanging = ask().catch(() => "cut");
  await arrived(1);
  expect(await stopServer(server, 50)).toBe(false);
  expect(await hanging).toBe("cut");
  end();
});
