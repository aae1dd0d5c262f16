/**
 * A line that is kept open: it comes again after it broke off, and never stands beside the one
 * before.
 */
export interface Line {
  /** It is dead, whatever the browser thinks. */
  lose: () => void;
  /** Tries again in a while. */
  retry: () => void;
  close: () => void;
}

export interface LineListener {
  againMs: number;
  onOpen: () => void;
  /** Told when it broke off. Who wants to look first why, tries again itself. */
  onLost: (line: Line) => void;
  /** By the name of the event; "message" is one without a name. */
  events: Readonly<Record<string, (data: string) => void>>;
}

const open = (url: string): EventSource => new EventSource(url);

/**
 * Opens a line of events and keeps it. Browsers give few lines to a host: what was before is closed
 * before the next one is opened.
 */
export function keepLine(
  url: string,
  listener: LineListener,
  openSource: (url: string) => EventSource = open,
): Line {
  let source: EventSource | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let isOver = false;
  const drop = () => {
    clearTimeout(timer);
    source?.close();
    source = null;
  };
  const line: Line = {
    lose: () => {
      drop();
      if (!isOver) listener.onLost(line);
    },
    retry: () => {
      clearTimeout(timer);
      if (!isOver) timer = setTimeout(connect, listener.againMs);
    },
    close: () => {
      isOver = true;
      drop();
    },
  };
  function connect(): void {
    drop();
    const mine = openSource(url);
    source = mine;
    mine.onopen = listener.onOpen;
    // one that was closed may still have something to say
    mine.onerror = () => {
      if (source === mine) line.lose();
    };
    for (const [name, hear] of Object.entries(listener.events))
      mine.addEventListener(name, (event: MessageEvent<string>) => {
        if (source === mine) hear(event.data);
      });
  }
  connect();
  return line;
}
