import { randomBytes } from "node:crypto";
import { createCookieSessionStorage } from "react-router";

const COOKIE_NAME = "plain-channel-guest";
/** A long day's work. */
const MAX_AGE_S = 18 * 3600;

/**
 * The cookies that phones are known by: the framework's session, signed with a secret that is made
 * anew at each start, out of reach of scripts and of other sites. What it holds is a token that the
 * guest sessions know; the network is the mixer's own and not encrypted.
 */
export class GuestCookies {
  private readonly storage = createCookieSessionStorage<{ token: string }>({
    cookie: {
      name: COOKIE_NAME,
      httpOnly: true,
      sameSite: "strict",
      path: "/",
      maxAge: MAX_AGE_S,
      secrets: [randomBytes(32).toString("hex")],
    },
  });

  /** What goes into a `set-cookie`. */
  async cookieFor(token: string): Promise<string> {
    const session = await this.storage.getSession();
    session.set("token", token);
    return this.storage.commitSession(session);
  }

  /** The token of a request's cookies; null where there is none, or it was not signed here. */
  async tokenOf(cookieHeader: string | undefined): Promise<string | null> {
    const session = await this.storage.getSession(cookieHeader ?? null);
    return session.get("token") ?? null;
  }
}
