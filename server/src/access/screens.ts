import type { PassThrough } from "node:stream";
import type { Asker } from "./devices.ts";

/** How often it is looked whether those who watch are still let in: they may be sent out through another process. */
const LOOKED_EVERY_MS = 60_000;

/** The open screens of each device, so that who is sent out hears nothing more. */
export class Screens {
  private readonly open = new Map<PassThrough, string>();

  add(who: Asker, stream: PassThrough, isStillIn: () => Promise<boolean>): void {
    if (who.deviceId === null) return;
    this.open.set(stream, who.deviceId);
    const timer = setInterval(() => {
      void isStillIn()
        .then((still) => still || stream.destroy())
        .catch(() => undefined);
    }, LOOKED_EVERY_MS);
    timer.unref();
    stream.once("close", () => {
      clearInterval(timer);
      this.open.delete(stream);
    });
  }

  close(devices: readonly string[]): void {
    for (const [stream, device] of this.open) if (devices.includes(device)) stream.destroy();
  }
}
