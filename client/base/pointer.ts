/**
 * Follows a pointer that went down, wherever it goes, until it is let go, taken away, or `stop` is called.
 * @param move told of each move
 * @param end told once: with the event when it was let go, with null when that was taken away or stopped
 * @returns stops it
 */
export function followPointer(
  move: (event: PointerEvent) => void,
  end?: (up: PointerEvent | null) => void,
): () => void {
  const leave = (up: PointerEvent | null): void => {
    window.removeEventListener('pointermove', move);
    window.removeEventListener('pointerup', leave);
    window.removeEventListener('pointercancel', stop);
    end?.(up);
  };
  const stop = (): void => leave(null);
  window.addEventListener('pointermove', move);
  window.addEventListener('pointerup', leave);
  window.addEventListener('pointercancel', stop);
  return stop;
}
