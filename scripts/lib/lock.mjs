// One start of this checkout at a time: a second one is told where the first is.
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { dirname } from "node:path";

/** What the lock's file says, if the process that wrote it still lives; null otherwise. */
export function holderOf(file) {
  if (!existsSync(file)) return null;
  try {
    const holder = JSON.parse(readFileSync(file, "utf8"));
    process.kill(holder.pid, 0);
    return holder;
  } catch (error) {
    // The process is somebody else's: it lives.
    if (error.code === "EPERM") return { pid: null };
    return null;
  }
}

/** Takes the lock, or answers who holds it. The file goes when it is given back. */
export function takeLock(file) {
  const holder = holderOf(file);
  if (holder) return { holder };
  mkdirSync(dirname(file), { recursive: true });
  rmSync(file, { force: true });
  try {
    writeFileSync(file, JSON.stringify({ pid: process.pid }), { flag: "wx" });
  } catch (error) {
    if (error.code !== "EEXIST") throw error;
    return { holder: holderOf(file) ?? { pid: null } };
  }
  return {
    holder: null,
    note: (more) => writeFileSync(file, JSON.stringify({ pid: process.pid, ...more })),
    giveBack: () => rmSync(file, { force: true }),
  };
}
