import type { ComponentProps, ReactNode } from "react";
import { Button, PrimaryButton } from "~/app/ui/Button/Button";
import { useWho } from "./useWho";

/** Whether the cart itself looks, and not a guest's phone. */
export const useIsCart = (): boolean => useWho().rights === null;

/** What a guest's phone does not show, for the door would refuse it. */
export const CartOnly = ({ children }: { children: ReactNode }) => (useIsCart() ? children : null);

export const CartButton = (props: ComponentProps<typeof Button>) => (
  <CartOnly>
    <Button {...props} />
  </CartOnly>
);
export const CartPrimaryButton = (props: ComponentProps<typeof PrimaryButton>) => (
  <CartOnly>
    <PrimaryButton {...props} />
  </CartOnly>
);
