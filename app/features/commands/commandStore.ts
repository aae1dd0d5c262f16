import { useEffect, useRef } from "react";

/** Something a person can do on the screen that is open: by a key, or by its words. */
export interface Command {
  /** Verb and thing, as the command box and the list of keys show it. */
  label: string;
  /** The key that does it, as the keyboard names it; "g d" is one after the other. */
  key?: string;
  /** What else it may be called when it is typed. */
  also?: string;
  run: () => void;
}

/** Where a command belongs: to the screen that is open, or to every screen. */
export type CommandScope = "screen" | "everywhere";

interface Registered {
  scope: CommandScope;
  read: () => readonly Command[];
}

/** What the parts that are on the screen now can do; the newest comes first. */
class CommandStore {
  private readonly registered: Registered[] = [];

  add(entry: Registered): () => void {
    this.registered.unshift(entry);
    return () => void this.registered.splice(this.registered.indexOf(entry), 1);
  }

  of(scope: CommandScope): Command[] {
    return this.registered.filter((r) => r.scope === scope).flatMap((r) => [...r.read()]);
  }

  /** The command of a key: the screen's before the frame's. */
  byKey(key: string): Command | undefined {
    return [...this.of("screen"), ...this.of("everywhere")].find((c) => c.key === key);
  }
}

export const commandStore = new CommandStore();

/** What a part of the screen can do, as long as it is on the screen. */
export function useCommands(commands: readonly Command[], scope: CommandScope = "screen"): void {
  const held = useRef(commands);
  useEffect(() => {
    held.current = commands;
  });
  useEffect(() => commandStore.add({ scope, read: () => held.current }), [scope]);
}
