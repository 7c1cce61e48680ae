import { drag, select } from 'd3';
import { useEffect, useLayoutEffect, useRef, type RefObject } from 'react';
import { flushSync } from 'react-dom';

interface Place {
  readonly x: number;
  readonly y: number;
}

interface DragHandlers {
  /** Where the pointer took hold of it, in the drawing's own coordinates. */
  readonly onStart?: (at: Place) => void;
  /** While it is dragged: where the pointer is, in the drawing's own coordinates and on the page. */
  readonly onMove: (at: Place, onPage: Place) => void;
  readonly onDrop: (onPage: Place) => void;
  /** False where it is only looked at. */
  readonly enabled?: boolean;
  /** False where a finger that moves is to scroll the page. */
  readonly byFinger?: boolean;
}

function placeOf(event: MouseEvent | TouchEvent): Place | null {
  const at = 'touches' in event ? (event.touches[0] ?? event.changedTouches[0]) : event;
  return at ? { x: at.clientX, y: at.clientY } : null;
}

/** Lets a part of an SVG drawing be dragged, by mouse, pen or finger. */
export function useDrag(node: RefObject<SVGElement | null>, handlers: DragHandlers): void {
  const latest = useRef(handlers);
  const byFinger = handlers.byFinger ?? true;
  const enabled = handlers.enabled ?? true;
  useLayoutEffect(() => {
    latest.current = handlers;
  });
  useEffect(() => {
    const element = node.current;
    if (!element || !enabled) return;
    const svg = element.ownerSVGElement;
    if (!svg) return;
    const onDrawing = (at: Place) => {
      const matrix = svg.getScreenCTM();
      const { x, y } = new DOMPoint(at.x, at.y).matrixTransform(matrix?.inverse());
      return { x, y };
    };
    let hasMoved = false;
    const dragging = drag<SVGElement, unknown>()
      .container(() => svg)
      .on('start', ({ sourceEvent }: { sourceEvent: MouseEvent | TouchEvent }) => {
        hasMoved = false;
        const at = placeOf(sourceEvent);
        if (at) latest.current.onStart?.(onDrawing(at));
      })
      .on('drag', ({ sourceEvent }: { sourceEvent: MouseEvent | TouchEvent }) => {
        hasMoved = true;
        const at = placeOf(sourceEvent);
        if (at) latest.current.onMove(onDrawing(at), at);
      })
      .on('end', ({ sourceEvent }: { sourceEvent: MouseEvent | TouchEvent }) => {
        const at = placeOf(sourceEvent);
        if (!at) return;
        // A quick hand lets go before its last move was drawn: where it was let go counts.
        if (hasMoved) flushSync(() => latest.current.onMove(onDrawing(at), at));
        latest.current.onDrop(at);
      });
    if (!byFinger) dragging.filter((event: Event) => event.type === 'mousedown').touchable(false);
    const chosen = select<SVGElement, unknown>(element);
    chosen.call(dragging);
    return () => {
      chosen.on('.drag', null);
    };
  }, [node, byFinger, enabled]);
}
