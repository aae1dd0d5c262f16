import { kitJsonSchema } from "~/contract/codecs/kitFile";

/** The schema of kit files, for those who write them. */
export function loader() {
  return Response.json(kitJsonSchema());
}
