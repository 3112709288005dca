// How a server answers while something else goes on: asked by a process of its own, as people come.
import { spawn } from "node:child_process";

/** In how many milliseconds a server answers for so many seconds: the middle one, and the 95th of a hundred. */
export async function answers(bundle, base, seconds) {
  const child = spawn(process.execPath, [bundle, "ask", base, String(seconds)], {
    stdio: ["ignore", "pipe", "inherit"],
  });
  let said = "";
  child.stdout.on("data", (part) => (said += part));
  const code = await new Promise((done) => child.on("close", done));
  if (code !== 0) throw new Error(`asking ended with ${code}`);
  const took = JSON.parse(said);
  const at = (share) => took[Math.floor(took.length * share)];
  return { middle: at(0.5), late: at(0.95) };
}
