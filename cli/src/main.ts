/** Entry of the `dawngate` command: words in, text out, an exit code. */
import { run } from "./run";

const result = await run(process.argv.slice(2));
process.exitCode = result.code;
// A reader that stops early (`| head`) is no fault of ours.
process.stdout.on("error", () => undefined);
if (result.errors !== "") process.stderr.write(result.errors);
if (result.output !== "") process.stdout.write(result.output);
