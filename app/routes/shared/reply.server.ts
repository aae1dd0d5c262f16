import { create as contentDisposition } from "content-disposition";
import { data } from "react-router";
import { z } from "zod";
import type { Result } from "~/core/units/result";
import type { ServiceError } from "~/contract/schemas/serviceError";
import { serviceErrorWords } from "~/contract/messages/error";
import type { Reply } from "~/contract/schemas/reply";
import { SHARED_TEXTS } from "~/contract/messages/screens/shared";

const dayParams = z.object({
  dayId: z
    .string()
    .regex(/^\d{1,9}$/)
    .transform(Number),
});

/** The day of an address, or a 404. */
export function dayIdOf(params: Record<string, string | undefined>): number {
  const parsed = dayParams.safeParse(params);
  if (!parsed.success) throw notFound(SHARED_TEXTS.thereIsNoSuchDay);
  return parsed.data.dayId;
}

export const notFound = (message: string) =>
  data({ message }, { status: 404, statusText: SHARED_TEXTS.notFound });

/** The value, or a 404 with words. */
export function orNotFound<T>(result: Result<T, ServiceError>): T {
  if (result.ok) return result.value;
  throw notFound(serviceErrorWords(result.error));
}

/** Reads an action's JSON body as one of a screen's intents. */
export async function readIntent<S extends z.ZodType>(
  request: Request,
  intents: S,
): Promise<{ ok: true; intent: z.output<S> } | { ok: false; reply: ReturnType<typeof refuse> }> {
  const body: unknown = await request.json().catch(() => null);
  const parsed = intents.safeParse(body);
  if (parsed.success) return { ok: true, intent: parsed.data };
  const issue = parsed.error.issues[0];
  return {
    ok: false,
    reply: refuse(
      SHARED_TEXTS.thatRequestWasNotUnderstood(
        issue?.path.join(".") || "form",
        issue?.message ?? "unknown",
      ),
      400,
    ),
  };
}

/** Not a 2xx, so that nothing is taken for stored. */
export const refuse = (message: string, status: number) =>
  data<Reply>({ ok: false, message, at: Date.now() }, { status });

const STATUS: Partial<Record<ServiceError["code"], number>> = {
  "not-found": 404,
  "sweep-file": 400,
  "sweep-file-large": 413,
  "setting-unknown": 400,
};

/**
 * A use case's result as an answer to the page. @param undo - the intent that takes it back, where
 * one does
 */
export function reply<T>(
  result: Result<T, ServiceError>,
  said: (value: T) => string | null = () => null,
  undo: (value: T) => object | null = () => null,
) {
  if (!result.ok) return refuse(serviceErrorWords(result.error), STATUS[result.error.code] ?? 409);
  return data<Reply>({
    ok: true,
    message: said(result.value),
    at: Date.now(),
    undo: undo(result.value),
  });
}

/** What came in as the server understands it, nothing kept yet; a refusal in words. */
export const previewed = <T>(result: Result<T, ServiceError>) =>
  result.ok
    ? data<Reply & { preview: T }>({
        ok: true,
        message: null,
        at: Date.now(),
        preview: result.value,
      })
    : reply(result);

/** A file to save; its name in whatever letters (RFC 5987, 8187). */
export const download = (content: BodyInit, contentType: string, fileName: string): Response =>
  new Response(content, {
    headers: {
      "content-type": typeof content === "string" ? `${contentType}; charset=utf-8` : contentType,
      "content-disposition": contentDisposition(fileName),
    },
  });
