/** Signs in at a server; answers the cookies that say so. */
export async function signIn(
  at: string,
  who: { email: string; password: string },
  origin = at,
): Promise<string> {
  const answer = await fetch(`${at}/api/auth/sign-in/email`, {
    method: "POST",
    headers: { origin, "content-type": "application/json" },
    body: JSON.stringify(who),
  });
  if (!answer.ok) throw new Error(`signing in: ${answer.status} ${await answer.text()}`);
  // Not the word that they have just changed something: who reads all day has none.
  return answer.headers
    .getSetCookie()
    .map((one) => one.split(";")[0])
    .filter((one) => !one?.startsWith("dawngate.wrote"))
    .join("; ");
}
