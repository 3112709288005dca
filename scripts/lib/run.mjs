// Running programs, with their words kept back unless they fail.
import { spawn } from "node:child_process";

/**
 * Runs a program to its end and answers what it printed. With `quiet`, its output is shown only where it fails;
 * otherwise it goes where ours goes (`output: "stderr"`: nowhere but standard error). Rejects with its last words where it ends with anything but 0.
 */
export function run(
  program,
  words,
  { cwd, env = process.env, quiet = false, input = "ignore", output = "inherit" } = {},
) {
  return new Promise((resolve, reject) => {
    const child = spawn(program, words, {
      cwd,
      env,
      stdio: [
        input,
        quiet ? "pipe" : output === "stderr" ? "ignore" : "inherit",
        quiet ? "pipe" : "inherit",
      ],
    });
    let said = "";
    child.stdout?.on("data", (chunk) => (said += chunk));
    child.stderr?.on("data", (chunk) => (said += chunk));
    child.on("error", (error) =>
      reject(new Error(`${program} could not be started: ${error.message}`)),
    );
    child.on("close", (code) => {
      if (code === 0) resolve(said);
      else
        reject(new Error(`${program} ${words.join(" ")} ended with ${code}\n${said.slice(-4000)}`));
    });
  });
}
