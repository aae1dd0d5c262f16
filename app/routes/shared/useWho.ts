import { useRouteLoaderData } from "react-router";
import type { WhoAsks } from "~/server/services/phones/whoAsks.server";

const AT_THE_CART: WhoAsks = { name: null, rights: null };

/** Who looks, as the frame of the day was told; outside of a day only the cart looks. */
export const useWho = (): WhoAsks =>
  useRouteLoaderData<{ who: WhoAsks }>("routes/dayLayout/route")?.who ?? AT_THE_CART;
