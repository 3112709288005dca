/** The API's description as a document, without a server. */
import { api } from "./api";

export async function openApiDocument(): Promise<unknown> {
  const nothing = new Proxy({}, { get: () => undefined });
  const app = api(nothing as never, null);
  return (await app.request("/openapi.json")).json();
}
