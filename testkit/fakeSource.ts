/** What a browser's own line of events would do, as far as a line asks of it. */
export class FakeSource {
  static all: FakeSource[] = [];
  isOpen = true;
  onopen: (() => void) | null = null;
  onerror: (() => void) | null = null;
  private readonly heard = new Map<string, (event: { data: string }) => void>();
  constructor(readonly url: string) {
    FakeSource.all.push(this);
  }
  addEventListener(name: string, hear: (event: { data: string }) => void): void {
    this.heard.set(name, hear);
  }
  say(name: string, data: string): void {
    this.heard.get(name)?.({ data });
  }
  close(): void {
    this.isOpen = false;
  }
  static get open(): FakeSource[] {
    return FakeSource.all.filter((s) => s.isOpen);
  }
}
