import { type RefObject, useLayoutEffect } from "react";
import { clearLabels, type LabelBox } from "./clearLabels";

/** A drawing's own box has nothing of its own to copy: all of it is read out. */
const plain = ({ x, y, width, height }: DOMRect): LabelBox => ({ x, y, width, height });
const boxOf = (mark: SVGGraphicsElement): LabelBox => plain(mark.getBBox());

/**
 * Moves the names in a drawing apart after each drawing of it: what was drawn last matters most.
 * @param svg - names carry `data-halo`, marks that stay free `data-clear`
 */
export function useClearLabels(svg: RefObject<SVGSVGElement | null>): void {
  useLayoutEffect(() => {
    const drawing = svg.current;
    if (!drawing) return;
    const names = [...drawing.querySelectorAll<SVGTextElement>("text[data-halo]")].reverse();
    for (const name of names) name.removeAttribute("transform");
    // all is measured before anything is moved
    const boxes = names.map(boxOf);
    const blocked = [...drawing.querySelectorAll<SVGGraphicsElement>("[data-clear]")].map(boxOf);
    // in the units the boxes are measured in
    const moves = clearLabels(boxes, blocked, plain(drawing.viewBox.baseVal));
    names.forEach((name, i) => {
      const move = moves[i];
      name.style.visibility = move ? "" : "hidden";
      if (move && (move.dx !== 0 || move.dy !== 0))
        name.setAttribute("transform", `translate(${move.dx} ${move.dy})`);
    });
  });
}
