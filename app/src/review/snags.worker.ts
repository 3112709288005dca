/** Looks for snags beside the page, so that no key press waits for it. */
import { answerSnags, type SnagQuestion } from "./ask-snags";

self.addEventListener("message", ({ data }: MessageEvent<SnagQuestion>) => {
  self.postMessage(answerSnags(data));
});
