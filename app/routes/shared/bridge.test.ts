import { Bridge } from "./bridge";

const at = (path: string) => new Request(`http://cart${path}`);
/** As the router throws what a server refused. */
const refused = (status: number) =>
  Object.assign(new Error("refused"), { status, statusText: "", internal: true, data: "" });
const read = (bridge: Bridge<string>, path: string, answer: () => Promise<string>) =>
  bridge.load({ serverLoader: answer, request: at(path) });

test("silence is bridged by what was read last, of the same address alone", async () => {
  const bridge = new Bridge<string>();
  const silent = () => Promise.reject<string>(new TypeError("Failed to fetch"));
  await expect(read(bridge, "/day/1/sync", silent)).rejects.toThrow("Failed to fetch");
  expect(await read(bridge, "/day/1/sync", () => Promise.resolve("read"))).toBe("read");
  expect(await read(bridge, "/day/1/sync", silent)).toBe("read");
  await expect(read(bridge, "/day/2/sync", silent)).rejects.toThrow("Failed to fetch");
});

test("sent away in the middle of a reading, the screen stays; another refusal is told", async () => {
  const bridge = new Bridge<string>();
  const forbidden = () => Promise.reject<string>(refused(403));
  await expect(read(bridge, "/day/1/sync", forbidden)).rejects.toMatchObject({ status: 403 });
  await read(bridge, "/day/1/sync", () => Promise.resolve("read"));
  expect(await read(bridge, "/day/1/sync", forbidden)).toBe("read");
  const missing = () => Promise.reject<string>(refused(404));
  await expect(read(bridge, "/day/1/sync", missing)).rejects.toMatchObject({ status: 404 });
});
