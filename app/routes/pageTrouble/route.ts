import type { Route } from "./+types/route";
import { pageTrouble } from "~/contract/schemas/pageTrouble";

/** Puts down what went wrong in a page. */
export async function action({ request, context }: Route.ActionArgs) {
  const read = pageTrouble.safeParse(await request.json().catch(() => null));
  if (!read.success) return new Response(null, { status: 400 });
  const { what, where, path } = read.data;
  context.app.log.error("page-failed", { what, path, on: context.app.asker.kind, stack: where });
  return new Response(null, { status: 204 });
}
