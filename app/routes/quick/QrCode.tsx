import { renderSVG } from "uqr";
import { QUICK_TEXTS } from "~/contract/messages/screens/quick";

/** A link as a code for another phone's camera: dark on light in both themes, or no camera reads it. */
export default function QrCode({ text }: { text: string }) {
  return (
    <div
      role="img"
      aria-label={QUICK_TEXTS.qr}
      style={{ maxWidth: 300, width: "100%", margin: "0 auto" }}
      dangerouslySetInnerHTML={{
        __html: renderSVG(text, { whiteColor: "#fffdf8", blackColor: "#18212c" }),
      }}
    />
  );
}
