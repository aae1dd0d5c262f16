import { redirect } from "react-router";
import type { Route } from "./+types/route";
import { newestDayId } from "../../../server/services/dayView.server";
import { Answer, Stack, Sub } from "../../ui/Page/Page";

export async function loader({ context }: Route.LoaderArgs) {
  const dayId = await newestDayId(context.app);
  if (dayId !== null) throw redirect(`/day/${dayId}`);
  return null;
}

/** A data file of one's own that holds nothing yet. */
export default function Home() {
  return (
    <Stack as="main" style={{ padding: "48px 28px", maxWidth: 720 }}>
      <Answer>No day yet</Answer>
      <Sub>
        This is your own data, and it is empty. Setting up days, places, kit and cast of your own is not built yet: until it is, the practice day shows the whole way from the
        first scan to five channels in range, with receivers and packs that need no gear.
      </Sub>
      <p>Open it with <code>npm run demo</code>. It keeps its data apart from yours.</p>
    </Stack>
  );
}
