/**
 * A ref for a field that should have the focus when it appears. Not at once: the Enter that made it appear
 * would go on into the field and send its form.
 */
export function focusSoon(element: HTMLElement | null): void {
  if (element) setTimeout(() => element.focus());
}
