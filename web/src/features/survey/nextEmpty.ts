/** Where Enter goes from a place: the next that is empty behind it, else the first before it; null where all are filled. */
export function nextEmpty<Place>(
  places: readonly Place[],
  from: Place,
  isEmpty: (place: Place) => boolean,
): Place | null {
  const at = places.indexOf(from);
  const inTurn = [...places.slice(at + 1), ...places.slice(0, Math.max(0, at))];
  return inTurn.find(isEmpty) ?? null;
}
