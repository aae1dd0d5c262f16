import { type ChildProcess, spawn } from "node:child_process";
import { readFileSync } from "node:fs";
import { request as ask } from "node:http";
import { join, resolve } from "node:path";
import { Database } from "sqlite3";

export interface Answer {
  status: number;
  text: string;
  bytes: Buffer;
  ms: number;
}
export interface Asked {
  method: string;
  path: string;
  headers?: Record<string, string>;
  body?: Uint8Array | string;
}

const PORT = Number(process.env["PLAIN_CHANNEL_TEST_PORT"] ?? 4600) + 190;
const PATIENCE_MS = 60_000;

/** The built application in a process of its own, with its data file looked at from outside. */
export class FuzzServer {
  private tables: string[] | null = null;

  private constructor(
    private readonly child: ChildProcess,
    private readonly file: Database,
  ) {}

  static async start(dataFolder: string, isPractice: boolean): Promise<FuzzServer> {
    const child = spawn(process.execPath, [resolve(__dirname, "../../scripts/testServer.mjs")], {
      env: {
        ...process.env,
        NODE_ENV: "production",
        PLAIN_CHANNEL_PORT: String(PORT),
        PLAIN_CHANNEL_DATA: dataFolder,
        PLAIN_CHANNEL_OWN: isPractice ? "0" : "1",
      },
      stdio: ["ignore", "pipe", "pipe"],
    });
    let said = "";
    await new Promise<void>((up, down) => {
      const heard = (chunk: Buffer) => {
        said += chunk.toString();
        if (/http:\/\/\S+/.test(said)) up();
      };
      child.stdout.on("data", heard);
      child.stderr.on("data", (chunk: Buffer) => {
        said += chunk.toString();
      });
      child.on("exit", (code) => down(new Error(`it ended with ${code}: ${said.slice(-2000)}`)));
    });
    const file = await new Promise<Database>((open, fail) => {
      const db: Database = new Database(
        join(dataFolder, isPractice ? "practice.sqlite" : "plain-channel.sqlite"),
        (error) => (error ? fail(error) : open(db)),
      );
    });
    return new FuzzServer(child, file);
  }

  get isUp(): boolean {
    return this.child.exitCode === null && this.child.signalCode === null;
  }

  /** As the cart asks. @returns status 0 where nothing came back at all */
  ask({ method, path, headers = {}, body }: Asked): Promise<Answer> {
    const beganMs = performance.now();
    return new Promise((done) => {
      const nothing = () =>
        done({ status: 0, text: "", bytes: Buffer.alloc(0), ms: performance.now() - beganMs });
      const request = ask(
        {
          host: "127.0.0.1",
          port: PORT,
          path,
          method,
          headers: {
            ...headers,
            ...(body === undefined ? {} : { "content-length": String(Buffer.byteLength(body)) }),
          },
          timeout: PATIENCE_MS,
        },
        (response) => {
          const chunks: Buffer[] = [];
          response.on("data", (chunk: Buffer) => chunks.push(chunk));
          response.on("error", nothing);
          response.on("end", () => {
            const bytes = Buffer.concat(chunks);
            done({
              status: response.statusCode!,
              text: bytes.toString(),
              bytes,
              ms: performance.now() - beganMs,
            });
          });
        },
      );
      request.on("timeout", () => request.destroy());
      request.on("error", nothing);
      request.end(body);
    });
  }

  private row<T>(sql: string): Promise<T[]> {
    return new Promise((done, fail) =>
      this.file.all(sql, (error: Error | null, rows: T[]) => (error ? fail(error) : done(rows))),
    );
  }

  /**
   * How much is stored: rows of every table, and what is changed in its place. A practice clock
   * goes on by itself.
   */
  async stored(): Promise<string> {
    this.tables ??= (
      await this.row<{ name: string }>(
        "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%'",
      )
    ).map((t) => t.name);
    const counts = await this.row(
      this.tables.map((t) => `SELECT '${t}', count(*), max(rowid) FROM "${t}"`).join(" UNION ALL "),
    );
    const inPlace = [
      ...(await this.row<Record<string, unknown>>("SELECT * FROM days")),
      ...(await this.row<Record<string, unknown>>("SELECT * FROM channels")),
    ];
    return JSON.stringify([counts, inPlace], (key, value: unknown) =>
      /clock|updatedAt/i.test(key) ? undefined : value,
    );
  }

  /** What SQLite itself finds wrong in the file. */
  async damage(): Promise<unknown[]> {
    const whole = await this.row<{ integrity_check: string }>("PRAGMA integrity_check");
    return [
      ...whole.filter((r) => r.integrity_check !== "ok"),
      ...(await this.row<object>("PRAGMA foreign_key_check")),
    ];
  }

  /**
   * Processor time that it has taken so far, milliseconds: what a request costs it, whatever else the
   * machine does. Source: Linux, proc(5), utime and stime in hundredths of a second.
   */
  cpuMs(): number {
    const [, rest = ""] = readFileSync(`/proc/${this.child.pid}/stat`, "utf8").split(") ");
    const fields = rest.split(" ");
    return (Number(fields[11]) + Number(fields[12])) * 10;
  }

  /** The most memory it has held so far, megabytes. Source: Linux, proc(5), VmHWM. */
  mostMb(): number {
    return (
      Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${this.child.pid}/status`, "utf8"))![1]) /
      1024
    );
  }

  async stop(): Promise<void> {
    await new Promise<void>((done) => this.file.close(() => done()));
    if (!this.isUp) return;
    this.child.kill("SIGTERM");
    await new Promise((done) => this.child.once("exit", done));
  }
}
