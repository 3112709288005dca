// Debian packages: installed where they are missing, as root or through sudo.
import { userInfo } from "node:os";
import { run } from "./run.mjs";

/** Installs Debian packages. Rejects with what to do by hand where neither root nor sudo is to be had. */
export async function ensureDebian(packages, say) {
  const root = userInfo().uid === 0;
  const env = { ...process.env, DEBIAN_FRONTEND: "noninteractive" };
  const apt = (words) =>
    root
      ? run("apt-get", words, { env, quiet: true })
      : run("sudo", ["-E", "apt-get", ...words], { env, quiet: true, input: "inherit" });
  say(`installing ${packages.join(", ")} with apt-get (once) …`);
  try {
    await apt(["update", "-q"]);
    await apt(["install", "-y", "-q", "--no-install-recommends", ...packages]);
  } catch (error) {
    throw new Error(
      `${packages.join(", ")} could not be installed; install it by hand and start again.\n${error.message}`,
    );
  }
}
