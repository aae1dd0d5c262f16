import { startTransition, useEffect, useState } from "react";

/** Whether what calls this has been painted once: what takes long to draw comes after that. */
export function useIsPainted(): boolean {
  const [isPainted, setPainted] = useState(false);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    // a task set in the frame runs after its paint
    const frame = requestAnimationFrame(() => {
      timer = setTimeout(() => startTransition(() => setPainted(true)));
    });
    return () => {
      cancelAnimationFrame(frame);
      clearTimeout(timer);
    };
  }, []);
  return isPainted;
}
