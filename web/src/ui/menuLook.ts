/** How every menu that drops from a button looks, and what stands in it. */
export const MENU_LOOK = 'z-20 min-w-56 border border-ink bg-sheet p-1 shadow-lifted';
export const MENU_ITEM_LOOK =
  'flex min-h-11 items-center gap-2 px-3 whitespace-nowrap data-highlighted:bg-edge-tint';
