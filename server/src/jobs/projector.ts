/** The thread's side: takes courses one after the other and works out the openings that do not hold. */
import { parentPort, workerData } from "node:worker_threads";
import type { Instant } from "@dawngate/core/time";
import { openDatabase, type SchoolId } from "../db/connection";
import type { DatabaseAddress } from "../db/prepare";
import { projectCourse } from "../schedule/project";
import type { Answered, Asked } from "./thread";

const { address } = workerData as { address: DatabaseAddress };
const db = openDatabase(address);
let last: Promise<void> = Promise.resolve();

parentPort?.on("message", ({ number, school, course }: Asked) => {
  const tell = (fault: string | null) =>
    parentPort?.postMessage({ number, fault } satisfies Answered);
  last = last
    .then(() => projectCourse(db, school as SchoolId, course, Date.now() as Instant))
    .then(
      () => tell(null),
      (error) => tell(error instanceof Error ? error.message : String(error)),
    );
});
