import { archiveJsonSchema } from "~/contract/schemas/shootArchive";

/** The schema of archives, for those who read them elsewhere. */
export function loader() {
  return Response.json(archiveJsonSchema());
}
