// One start of this checkout at a time: a second one is told where the first is.
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { dirname } from "node:path";

/** When a process was born, as the kernel counts; null where there is none of this number, or nobody can say. */
export function bornAt(pid) {
  try {
    // The name in parentheses may hold anything; what follows it is counted: field 22 is the start (proc(5)).
    return readFileSync(`/proc/${pid}/stat`, "utf8").split(") ").pop().split(" ")[19] ?? null;
  } catch {
    return null;
  }
}

/** Whether a process of this number lives and is the one that was meant: numbers are given again. */
function isSame({ pid, born }) {
  try {
    process.kill(pid, 0);
  } catch (error) {
    if (error.code !== "EPERM") return false;
  }
  const found = bornAt(pid);
  return found === null || born === undefined || found === born;
}

/** What the lock's file says, if the process that wrote it still lives; null otherwise. */
export function holderOf(file) {
  if (!existsSync(file)) return null;
  try {
    const holder = JSON.parse(readFileSync(file, "utf8"));
    return Number.isInteger(holder.pid) && isSame(holder) ? holder : null;
  } catch {
    // Written half, by a process that ended in the middle.
    return null;
  }
}

/** Takes the lock, or answers who holds it. The file goes when it is given back. */
export function takeLock(file) {
  const holder = holderOf(file);
  if (holder) return { holder };
  mkdirSync(dirname(file), { recursive: true });
  rmSync(file, { force: true });
  const own = { pid: process.pid, born: bornAt(process.pid) ?? undefined };
  try {
    writeFileSync(file, JSON.stringify(own), { flag: "wx" });
  } catch (error) {
    if (error.code !== "EEXIST") throw error;
    return { holder: holderOf(file) ?? { pid: null } };
  }
  return {
    holder: null,
    note: (more) => writeFileSync(file, JSON.stringify({ ...own, ...more })),
    giveBack: () => rmSync(file, { force: true }),
  };
}
