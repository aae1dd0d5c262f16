export const GUEST_COOKIE = "plain-channel-guest";

/** The cookie that a phone is known by: for a day's work, out of reach of scripts and of other sites. The network is the mixer's own and not encrypted. */
export const guestCookie = (token: string): string => `${GUEST_COOKIE}=${token}; Path=/; HttpOnly; SameSite=Strict; Max-Age=64800`;
