import { readFileSync, writeSync } from "node:fs";
import { runCli } from "./run";

const answer = runCli(process.argv.slice(2), () => readFileSync(0, "utf8"));
writeAll(1, answer.stdout);
writeAll(2, answer.stderr);
process.exitCode = answer.exitCode;

function writeAll(fd: number, text: string): void {
  const bytes = Buffer.from(text);
  for (let at = 0; at < bytes.length;) {
    try {
      at += writeSync(fd, bytes, at);
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== "EAGAIN") throw error;
    }
  }
}
