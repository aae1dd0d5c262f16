import { useEffect } from "react";
import { isRouteErrorResponse } from "react-router";
import { isNoAnswer } from "./away";

const FORBIDDEN = 403;

/**
 * What a screen last read stays on it while the cart does not answer, and after this phone was sent
 * away: what could be read before and is forbidden now. Any other refusal is an answer.
 */
export class Bridge<T> {
  private last: { of: string; data: T } | null = null;

  /**
   * @param keyOf - what of an address the data belongs to: all of it, unless several screens share
   *   it
   */
  constructor(private readonly keyOf: (path: string) => string = (path) => path) {}

  /** A route's client loader. */
  async load({
    serverLoader,
    request,
  }: {
    serverLoader: () => Promise<unknown>;
    request: Request;
  }): Promise<T> {
    const of = this.keyOf(new URL(request.url).pathname);
    try {
      this.last = { of, data: (await serverLoader()) as T };
    } catch (error) {
      const isSilent = isNoAnswer(error);
      const isSentAway = isRouteErrorResponse(error) && error.status === FORBIDDEN;
      if (!(isSilent || isSentAway) || this.last?.of !== of) throw error;
    }
    return this.last.data;
  }

  keep(data: T): void {
    this.last = { of: this.keyOf(window.location.pathname), data };
  }
}

/** What came with the page itself counts as read. */
export function useBridge<T>(bridge: Bridge<T>, data: T): void {
  useEffect(() => bridge.keep(data), [bridge, data]);
}
