// Loaded before a process that is measured: writes how late its event loop was, and how much memory it holds, once a second.
import { writeFileSync } from "node:fs";
import { monitorEventLoopDelay } from "node:perf_hooks";

const file = process.env.YULE_LOOP_FILE;
if (file) {
  const delay = monitorEventLoopDelay({ resolution: 1 });
  delay.enable();
  const timer = setInterval(() => {
    writeFileSync(`${file}.${process.pid}`, JSON.stringify({ p99: delay.percentile(99) / 1e6, max: delay.max / 1e6, rss: process.memoryUsage().rss / 1e6, argv: process.argv[1] }));
  }, 1000);
  timer.unref();
  // Counted from when it is asked to: the start of a server is another matter.
  process.on("SIGUSR2", () => delay.reset());
}
