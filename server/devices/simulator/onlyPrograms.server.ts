import type { RequestHandler } from "express";

const HERE = /^(127\.0\.0\.1|localhost)(:\d+)?$/;

/**
 * Instruments answer programs on this computer and no pages: a browser always says where a request
 * comes from, and a page of another name reaches this port under that name.
 */
export const onlyPrograms: RequestHandler = ({ headers }, response, next) => {
  const isPage =
    headers.origin !== undefined ||
    headers["sec-fetch-site"] !== undefined ||
    !HERE.test(headers.host ?? "");
  if (isPage) response.status(403).json({ error: "for programs on this computer only" });
  else next();
};
