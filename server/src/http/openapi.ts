/** The API's description as documents, without a server: a room each. */
import { api } from "./api";
import { type Described, ofRoom, roomsOf } from "./describe";

export async function openApiDocuments(): Promise<Record<string, Described>> {
  const nothing = new Proxy({}, { get: () => undefined });
  const app = api(nothing as never, null);
  const whole = (await (await app.request("/openapi.json")).json()) as Described;
  return Object.fromEntries(roomsOf(whole).map((room) => [room, ofRoom(whole, room)]));
}
