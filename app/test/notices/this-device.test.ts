/** What a browser is called in one's list of devices, by what it says of itself (made up after RFC 9110, 10.1.5). */
import { browserName } from "../../src/notices/devices/this-device";

test.each([
  [
    "Mozilla/5.0 (Linux; Android 15; Phone) Gecko Chrome/142.0 Mobile Safari/537.36",
    "Chrome on Android",
  ],
  [
    "Mozilla/5.0 (iPhone; CPU iPhone OS 18_0 like Mac OS X) Version/18.0 Safari/604.1",
    "Safari on iPhone",
  ],
  [
    "Mozilla/5.0 (iPhone; CPU iPhone OS 18_0 like Mac OS X) CriOS/142.0 Safari/604.1",
    "Chrome on iPhone",
  ],
  ["Mozilla/5.0 (Windows NT 10.0; Win64) Chrome/142.0 Safari/537.36 Edg/142.0", "Edge on Windows"],
  ["Mozilla/5.0 (X11; Linux x86_64; rv:140.0) Gecko/20100101 Firefox/140.0", "Firefox on Linux"],
  ["Mozilla/5.0 (Macintosh; Intel Mac OS X 10_15) Version/18.0 Safari/605.1", "Safari on Mac"],
  ["Something/1.0", "A browser"],
  ["", "A browser"],
])("%s", (agent, name) => {
  expect(browserName(agent)).toBe(name);
});
