import { request, type IncomingHttpHeaders } from "node:http";

export interface Answer {
  readonly status: number;
  readonly headers: IncomingHttpHeaders;
  readonly body: unknown;
}

interface Asked {
  readonly cookie?: string;
  readonly body?: unknown;
  readonly more?: Readonly<Record<string, string>>;
}

/** Calls a test's shop as another device does: by the shop's name, which is not the name of this machine. */
export const deviceOf =
  (base: () => string) =>
  (method: string, path: string, { cookie, body, more = {} }: Asked = {}): Promise<Answer> =>
    new Promise((resolve, reject) => {
      const to = new URL(`${base()}/${path}`);
      const headers = {
        host: "tern-row.example",
        ...(cookie === undefined ? {} : { cookie }),
        ...(body === undefined ? {} : { "content-type": "application/json", "content-length": String(Buffer.byteLength(JSON.stringify(body))) }),
        ...more,
      };
      const asked = request({ host: to.hostname, port: to.port, path: to.pathname + to.search, method, headers }, (answer) => {
        // A feed does not end: its head is what is asked for.
        if (answer.headers["content-type"]?.includes("event-stream")) {
          asked.destroy();
          resolve({ status: answer.statusCode ?? 0, headers: answer.headers, body: null });
          return;
        }
        const parts: Buffer[] = [];
        answer.on("data", (part: Buffer) => parts.push(part));
        answer.on("end", () => {
          const text = Buffer.concat(parts).toString();
          let read: unknown = text;
          try {
            read = JSON.parse(text);
          } catch {
            // Not everything is JSON.
          }
          resolve({ status: answer.statusCode ?? 0, headers: answer.headers, body: read });
        });
        answer.on("error", reject);
      });
      asked.on("error", (problem) => (asked.destroyed ? undefined : reject(problem)));
      asked.end(body === undefined ? undefined : JSON.stringify(body));
    });

/** What a device carries from an answer on. */
export const cookieOf = ({ headers }: Answer): string => (headers["set-cookie"]?.[0] ?? "").split(";")[0] ?? "";
