/** @jest-environment ./testkit/browserEnvironment.mjs */
import { act, renderHook } from "@testing-library/react";
import { createMemoryRouter, RouterProvider } from "react-router";
import type { ReactNode } from "react";
import { useUpload } from "./useUpload";

/** A request whose course the test decides. */
class FakeRequest {
  static last: FakeRequest;
  upload: { onprogress?: (event: Partial<ProgressEvent>) => void } = {};
  onload?: () => void;
  onerror?: () => void;
  onabort?: () => void;
  status = 0;
  responseText = "";
  headers: Record<string, string> = {};
  constructor() {
    FakeRequest.last = this;
  }
  opened: [string, string] | null = null;
  sent: File | null = null;
  open(method: string, address: string) {
    this.opened = [method, address];
  }
  send(file: File) {
    this.sent = file;
  }
  abort() {
    this.onabort?.();
  }
  setRequestHeader(name: string, value: string) {
    this.headers[name] = value;
  }
  answer(status: number, body: string) {
    this.status = status;
    this.responseText = body;
    this.onload?.();
  }
}

const withRouter = ({ children }: { children: ReactNode }) => (
  <RouterProvider router={createMemoryRouter([{ path: "/", element: children }])} />
);
function uploading() {
  const { result } = renderHook(() => useUpload("/sweep"), { wrapper: withRouter });
  act(() => result.current.send(new File(["x"], "kai über.csv")));
  return { result, xhr: FakeRequest.last };
}

const real = globalThis.XMLHttpRequest;
beforeAll(() => {
  globalThis.XMLHttpRequest = FakeRequest as unknown as typeof XMLHttpRequest;
});
afterAll(() => {
  globalThis.XMLHttpRequest = real;
});

test("a file goes with its name and its progress, and the server's words come back", () => {
  const { result, xhr } = uploading();
  expect(xhr.opened).toEqual(["POST", "/sweep"]);
  expect(xhr.sent?.size).toBe(1);
  expect(xhr.headers["x-file-name"]).toBe("kai%20%C3%BCber.csv");
  act(() => xhr.upload.onprogress?.({ lengthComputable: true, loaded: 30, total: 40 }));
  expect(result.current.fraction).toBe(0.75);
  act(() =>
    xhr.answer(200, JSON.stringify({ ok: true, message: 'Read 8 points from "a".', at: 1 })),
  );
  expect(result.current).toMatchObject({
    fraction: null,
    reply: { ok: true, message: 'Read 8 points from "a".' },
  });
});

test.each([
  [
    "refused in words",
    400,
    '{"ok":false,"message":"Line 3 is no level.","at":1}',
    "Line 3 is no level.",
  ],
  ["an answer that is not ours", 502, "<html>no</html>", /was not read\. The day and its scans/],
])("what was not read says why and what is unharmed: %s", (_, status, body, words) => {
  const { result, xhr } = uploading();
  act(() => xhr.answer(status, body));
  expect(result.current.reply?.ok).toBe(false);
  expect(result.current.reply?.message).toMatch(words);
});

test("called off, nothing was kept; a connection that broke says so", () => {
  const first = uploading();
  act(() => first.result.current.cancel());
  expect(first.result.current.reply).toMatchObject({
    ok: true,
    message: expect.stringMatching(/^Stopped/),
  });
  const second = uploading();
  act(() => second.xhr.onerror?.());
  expect(second.result.current.reply).toMatchObject({ ok: false });
  act(() => second.xhr.upload.onprogress?.({ lengthComputable: true, loaded: 1, total: 2 }));
  expect(second.result.current.fraction).toBeNull();
});
