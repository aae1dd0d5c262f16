// How fast a take is measured: an hour of eight tracks that exists only as it is read, and an
// outside loudness filter on the same file where there is one.
import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";

export const LEVEL_MODULES = ["audio/analyseWav", "audio/wav", "simulator/voice"];

const RATE = 48_000;

export function benchLevel(core) {
  // some seconds of speech, over and over: eight tracks, each somewhat later than the last
  const speech = core
    .voice({ splDb: 90, peakFactorDb: 14, roomSplDb: 45, seconds: 20, sampleRateHz: RATE, seed: 3 })
    .map((pa) => pa / 8);
  const tracks = Array.from({ length: 8 }, (_, t) =>
    speech.map((_, i) => speech[(i + t * 9000) % speech.length]),
  );
  const file = core.wavFile(tracks, { encoding: "pcm24", sampleRateHz: RATE });
  const body = file.subarray(44);
  const hourBytes = 3600 * RATE * 24;
  const head = file.slice(0, 44);
  // over 4 GB the plain head cannot tell the size: an unwritten one is read to the end
  new DataView(head.buffer).setUint32(40, 0xffffffff, true);
  const read = (offset, length) => {
    const bytes = new Uint8Array(Math.max(0, Math.min(length, 44 + hourBytes - offset)));
    for (let done = 0; done < bytes.length;) {
      const at = offset + done;
      const from = at < 44 ? head.subarray(at) : body.subarray((at - 44) % body.length);
      const n = Math.min(from.length, bytes.length - done);
      bytes.set(from.subarray(0, n), done);
      done += n;
    }
    return bytes;
  };
  const before = process.memoryUsage().rss;
  let most = 0;
  let looked = 0;
  const start = performance.now();
  const found = core.analyseWav(
    { size: 44 + hourBytes, read },
    {
      onProgress: (share) => {
        if (share - looked > 0.02) {
          looked = share;
          most = Math.max(most, process.memoryUsage().rss);
        }
      },
    },
  );
  const seconds = (performance.now() - start) / 1000;
  if (!found.ok) throw new Error(found.error.code);
  console.log(
    `an hour of eight tracks, 24 bits at 48 kHz: ${((3600 * 8) / seconds).toFixed(0)} × real time per track (target: at least 60), ${((most - before) / 2 ** 20).toFixed(0)} MB more than before (target: at most 200)`,
  );

  const folder = mkdtempSync(join(tmpdir(), "plain-channel-bench-level-"));
  const path = join(folder, "take.wav");
  const long = new Float64Array(600 * RATE).map((_, i) => speech[i % speech.length]);
  const one = core.wavFile([long], { encoding: "pcm24", sampleRateHz: RATE });
  writeFileSync(path, one);
  const outside = () => {
    const at = performance.now();
    const run = spawnSync("ffmpeg", [
      "-hide_banner",
      "-nostats",
      "-i",
      path,
      "-af",
      "ebur128=peak=true",
      "-f",
      "null",
      "-",
    ]);
    return run.error || run.status !== 0 ? null : performance.now() - at;
  };
  const theirs = outside();
  if (theirs === null) console.log("no FFmpeg here: not held against its loudness filter");
  else {
    const at = performance.now();
    core.analyseWav({
      size: one.length,
      read: (offset, length) => one.subarray(offset, Math.min(one.length, offset + length)),
    });
    console.log(
      `ten minutes of one track: ${((performance.now() - at) / Math.min(theirs, outside())).toFixed(2)} × the time of FFmpeg's loudness filter with true peak (target: at most 4)`,
    );
  }
  rmSync(folder, { recursive: true });
}
