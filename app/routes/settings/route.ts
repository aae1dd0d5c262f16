import { data } from "react-router";
import { z } from "zod";
import type { Route } from "./+types/route";
import { themeCookie } from "../../features/frame/themeCookie";
import { readIntent } from "../shared/reply.server";

const intents = z.object({ theme: z.enum(["daylight", "night"]) });

export async function action({ request }: Route.ActionArgs) {
  const read = await readIntent(request, intents);
  if (!read.ok) return read.reply;
  return data({ ok: true as const, message: null, at: 0 }, { headers: { "set-cookie": themeCookie(read.intent.theme) } });
}
