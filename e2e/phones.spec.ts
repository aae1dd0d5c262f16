import { Mixer } from "./mixer";
import { expect, test } from "./test";

const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true };

test.use({ stands: "set" });

test("cart and phone on one day: joined by a code, each sees the other’s step, a phone out of reach loses nothing, one press sends it away", async ({
  page: cartPage,
  browser,
}) => {
  const phoneSide = await browser.newContext(PHONE);
  try {
    const cart = new Mixer(cartPage);
    await cart.ready("/");
    await cart.page.getByRole("link", { name: "Phones: none connected" }).click();
    await expect(cart.answer).toHaveText("No phone connected");
    await cart.button("Connect a phone").click();
    const code = (await cart.page.getByText(/^\d{3} \d{3}$/).textContent())!.replace(" ", "");
    const address = (await cart.page.getByText(/^http:.*\/join$/).textContent())!;

    const page = await phoneSide.newPage();
    const phone = new Mixer(page);
    await phone.ready(address);
    await page.getByRole("textbox", { name: "Code" }).fill(code === "111111" ? "111112" : "111111");
    await page.getByRole("textbox", { name: "Your name" }).fill("Ida");
    await phone.button("Join").click();
    await expect(page.getByText(/not the code on the cart’s screen/)).toBeVisible();
    await page.getByRole("textbox", { name: "Code" }).fill(code);
    await phone.button("Join").click();
    await expect(phone.answer).toHaveText("None of five channels verified");
    await expect(cart.answer).toHaveText("Ida connected");

    // a tick on the phone stands at the cart within a second, and the other way round
    await cart.open("Sync");
    await cart.choose("Marit");
    await phone.choose("Marit");
    await cart.channel("Marit").getByRole("button", { name: "Check by hand" }).click();
    await phone.channel("Marit").getByRole("button", { name: "Check by hand" }).click();
    await phone.channel("Marit").getByRole("button", { name: "nothing", exact: true }).click();
    await expect(cart.channel("Marit").getByText("silence: nothing")).toBeVisible();
    await cart.channel("Marit").getByRole("button", { name: "nothing", exact: true }).click();
    await expect(phone.channel("Marit").getByText("headphones: nothing")).toBeVisible();

    // out of reach: it goes on ticking, and meanwhile the cart gives the talker another pack
    await phoneSide.setOffline(true);
    await expect(page.getByText(/No connection to the cart/)).toBeVisible();
    await phone.channel("Marit").getByRole("textbox", { name: "it reads" }).fill("40");
    await phone.channel("Marit").getByRole("button", { name: "full", exact: true }).click();
    await phone.channel("Marit").getByRole("button", { name: "both take turns" }).click();
    await expect(phone.channel("Marit").getByText("RF: full (40)")).toBeVisible();
    await expect(page.getByText("2 checks wait here.")).toBeVisible();
    await expect(phone.channel("Marit").getByRole("button", { name: "Verify" })).toBeDisabled();
    await cart.channel("Marit").getByRole("button", { name: "Packs and batteries" }).click();
    await cart
      .channel("Marit")
      .getByRole("button", { name: /Pack of Marit/ })
      .click();
    await cart.page.getByRole("option", { name: /Pack F/ }).click();
    await expect(cart.channel("Marit")).toContainText("Pack F off");
    await phoneSide.setOffline(false);
    await expect(
      page.getByText(
        /Marit’s pack was changed meanwhile\. What you saw is saved, but does not verify it/,
      ),
    ).toBeVisible();
    await expect(page.getByText(/wait here/)).toHaveCount(0);
    await expect(cart.channel("Marit")).not.toContainText("verified 0");

    await cart.page.getByRole("link", { name: "Phones: one phone connected" }).click();
    await cart.button("Disconnect Ida").click();
    await expect(page.getByText(/This phone was disconnected/)).toBeVisible();
    await cart.button(/^Disconnect all/).click();
    await expect(cart.answer).toHaveText("No phone connected");
    expect(
      await fetch(address).then(
        () => "open",
        () => "shut",
      ),
    ).toBe("shut");
    cart.expectNoComplaints();
  } finally {
    await phoneSide.close();
  }
});
