import type { Route } from "./+types/route";
import { exportShoot } from "~/server/services/shoots/shootArchive.server";
import { download, orNotFound } from "~/app/routes/shared/reply.server";

/** A whole shoot as one file. It holds pairing keys: it is for the cart only. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const { name, bytes } = orNotFound(
    await exportShoot(context.app, Number(/^\d{1,9}$/.exec(params.shootId)?.[0] ?? 0)),
  );
  return download(bytes as Uint8Array<ArrayBuffer>, "application/zip", name);
}
