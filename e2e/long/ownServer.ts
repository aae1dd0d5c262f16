import { type ChildProcess, spawn } from "node:child_process";

/** A practice day of its own beside the one that the other journeys share. */
export interface OwnServer {
  url: string;
  /** Ends it as a power cut does. */
  kill: () => Promise<void>;
  stop: () => Promise<void>;
}

const STARTS_MS = 30_000;

export async function ownServer(port: number, dataFolder?: string): Promise<OwnServer> {
  const url = `http://127.0.0.1:${port}`;
  // one left over from a run that was cut off would be tested instead
  if (
    await fetch(`${url}/healthy`).then(
      () => true,
      () => false,
    )
  )
    throw new Error(`something answers on port ${port} already`);
  const env = {
    ...process.env,
    PLAIN_CHANNEL_PORT: String(port),
    PLAIN_CHANNEL_JOIN_HOST: "127.0.0.1",
    ...(dataFolder ? { PLAIN_CHANNEL_DATA: dataFolder } : {}),
  };
  const child: ChildProcess = spawn("node", ["scripts/testServer.mjs"], { env, stdio: "ignore" });
  const gone = new Promise<void>((resolve) => child.once("exit", () => resolve()));
  const end = (signal: NodeJS.Signals) => {
    child.kill(signal);
    return gone;
  };
  const until = Date.now() + STARTS_MS;
  while (
    !(await fetch(`${url}/healthy`).then(
      (r) => r.ok,
      () => false,
    ))
  ) {
    if (Date.now() > until || child.exitCode !== null) throw new Error("the server did not start");
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  return { url, kill: () => end("SIGKILL"), stop: () => end("SIGTERM") };
}
