/** Works out everybody's dates beside the page. */
import { type CrowdQuestion, countCrowd } from "./count-crowd";

self.addEventListener("message", ({ data }: MessageEvent<CrowdQuestion>) => {
  self.postMessage(countCrowd(data));
});
