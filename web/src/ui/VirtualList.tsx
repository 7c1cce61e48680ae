import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useLayoutEffect, useRef, useState, type ReactNode } from 'react';

interface VirtualListProps<Item> {
  readonly items: readonly Item[];
  readonly keyOf: (item: Item) => string;
  readonly label: string;
  /** About how high one is; each is measured when it is drawn. */
  readonly aboutPx: number;
  readonly row: (item: Item) => ReactNode;
  /** Asks for more as the end comes into sight; null where there is none, or it is on its way. */
  readonly onEndNear?: (() => void) | null;
}

/** A long list on a page: only what is in sight is drawn, so that thousands are as quick as ten. */
export function VirtualList<Item>({
  items,
  keyOf,
  label,
  aboutPx,
  row,
  onEndNear = null,
}: VirtualListProps<Item>) {
  const list = useRef<HTMLUListElement>(null);
  const [topPx, setTopPx] = useState(0);
  // How far down the page the list begins: what stands above it may grow.
  useLayoutEffect(() => {
    const page = list.current?.closest('main');
    if (!page || !list.current) return;
    const top = list.current.getBoundingClientRect().top - page.getBoundingClientRect().top + page.scrollTop;
    if (Math.abs(top - topPx) > 1) setTopPx(top);
  }, [items, topPx]);
  const virtual = useVirtualizer({
    count: items.length,
    getScrollElement: () => list.current?.closest('main') ?? null,
    estimateSize: () => aboutPx,
    getItemKey: (at) => {
      const item = items[at];
      return item === undefined ? at : keyOf(item);
    },
    overscan: 4,
    scrollMargin: topPx,
  });
  const lastDrawn = virtual.getVirtualItems().at(-1)?.index ?? 0;
  const isEndNear = items.length > 0 && lastDrawn >= items.length - 5;
  useEffect(() => {
    if (isEndNear) onEndNear?.();
  }, [isEndNear, onEndNear]);
  return (
    // Nothing in the list need take the focus: it is scrolled by keys from here.
    <ul
      ref={list}
      tabIndex={0}
      aria-label={label}
      className="relative border-t border-hairline"
      style={{ height: virtual.getTotalSize() }}
    >
      {virtual.getVirtualItems().map(({ index, key, start }) => {
        const item = items[index];
        return (
          item !== undefined && (
            <li
              key={key}
              ref={virtual.measureElement}
              data-index={index}
              aria-setsize={items.length}
              aria-posinset={index + 1}
              className="absolute inset-x-0 top-0 border-b border-hairline"
              style={{ transform: `translateY(${start - topPx}px)` }}
            >
              {row(item)}
            </li>
          )
        );
      })}
    </ul>
  );
}
