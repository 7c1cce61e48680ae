import { drag, select } from 'd3';
import { useEffect, useRef, type RefObject } from 'react';

interface Place {
  readonly x: number;
  readonly y: number;
}

interface DragHandlers {
  /** While it is dragged: where the pointer is, in the drawing's own coordinates. */
  readonly onMove: (at: Place) => void;
  readonly onDrop: () => void;
}

/** Lets a part of an SVG drawing be dragged, by mouse, pen or finger. */
export function useDrag(node: RefObject<SVGElement | null>, handlers: DragHandlers): void {
  const latest = useRef(handlers);
  useEffect(() => {
    latest.current = handlers;
  });
  useEffect(() => {
    const element = node.current;
    if (!element) return;
    const svg = element.ownerSVGElement;
    if (!svg) return;
    const dragging = drag<SVGElement, unknown>()
      .container(() => svg)
      .on('drag', ({ sourceEvent }: { sourceEvent: MouseEvent | TouchEvent }) => {
        const at = 'touches' in sourceEvent ? sourceEvent.touches[0] : sourceEvent;
        const matrix = svg.getScreenCTM();
        if (!at || !matrix) return;
        const place = new DOMPoint(at.clientX, at.clientY).matrixTransform(matrix.inverse());
        latest.current.onMove({ x: place.x, y: place.y });
      })
      .on('end', () => latest.current.onDrop());
    const chosen = select<SVGElement, unknown>(element);
    chosen.call(dragging);
    return () => {
      chosen.on('.drag', null);
    };
  }, [node]);
}
