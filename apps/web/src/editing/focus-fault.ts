const FIELDS =
  'input:not([type=hidden]), textarea, select, button.blank, .cm-content, [role=combobox], [data-wrong]';

/**
 * Brings the first thing that is wrong in a form into view, and puts the cursor there. A line
 * that tells a fault belongs to the field before it.
 */
export function focusFault(form: HTMLElement): void {
  const first = form.querySelector<HTMLElement>('[aria-invalid="true"], [data-wrong], .fault');
  if (first === null) return;
  const field = first.matches('.fault') ? lastBefore(form, first) : first;
  (field ?? first).scrollIntoView({ block: 'center' });
  field?.focus({ preventScroll: true });
}

function lastBefore(form: HTMLElement, line: HTMLElement): HTMLElement | undefined {
  return [...form.querySelectorAll<HTMLElement>(FIELDS)].findLast(
    (field) => (field.compareDocumentPosition(line) & Node.DOCUMENT_POSITION_FOLLOWING) !== 0,
  );
}
