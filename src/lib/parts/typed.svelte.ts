/**
 * What is being typed outlives Back, reload, a key pressed by mistake and an ended session: every field
 * of a page is noted while it is typed in, and offered again when the page comes back before it was saved.
 */
interface Typed {
  label: string;
  value: string;
}

const PREFIX = 'typed ';
/** Fields whose content is nobody's business but theirs, or cannot be put back. */
const LEFT_OUT =
  'input[type=password], input[type=file], input[type=search], [data-find], [data-forget], [data-forget] *';

export const typed = $state<{ path: string; waiting: Typed[] }>({ path: '', waiting: [] });

type Field = HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement;

const isField = (target: EventTarget | null): target is Field =>
  target instanceof HTMLInputElement ||
  target instanceof HTMLTextAreaElement ||
  target instanceof HTMLSelectElement;

/** A field is known by its label, and which of that label it is. */
function labelOf(field: Field): string {
  const own =
    field.labels?.[0]?.textContent?.trim() || field.getAttribute('aria-label') || field.name;
  if (!own) return '';
  const same = fields().filter((other) => other !== field && plainLabel(other) === own);
  const before = same.filter(
    (other) => other.compareDocumentPosition(field) & Node.DOCUMENT_POSITION_FOLLOWING,
  ).length;
  return before ? `${own} ${before + 1}` : own;
}
const plainLabel = (field: Field) =>
  field.labels?.[0]?.textContent?.trim() || field.getAttribute('aria-label') || field.name;

const fields = (): Field[] => [
  ...document.querySelectorAll<Field>(
    'main input, main textarea, main select, [role=dialog] input',
  ),
];

const valueOf = (field: Field) =>
  field instanceof HTMLInputElement && ['checkbox', 'radio'].includes(field.type)
    ? String(field.checked)
    : field.value;

/** What was typed on a page and not saved, as it is noted now. */
export function stored(path: string): Typed[] {
  try {
    return JSON.parse(sessionStorage.getItem(PREFIX + path) ?? '[]') as Typed[];
  } catch {
    return [];
  }
}

/** Notes what is typed on the page. @returns what stops it */
export function noteTyping(): () => void {
  const note = (event: Event) => {
    const field = event.target;
    if (!event.isTrusted || !isField(field) || field.matches(LEFT_OUT)) return;
    const label = labelOf(field);
    if (!label) return;
    const path = location.pathname;
    const kept = stored(path).filter((entry) => entry.label !== label);
    kept.push({ label, value: valueOf(field) });
    sessionStorage.setItem(PREFIX + path, JSON.stringify(kept.slice(-60)));
  };
  document.addEventListener('input', note);
  return () => document.removeEventListener('input', note);
}

/**
 * Looks for what was typed on a page before.
 * @param before what was noted when the page came: whatever is typed since stands in its field, and is not offered
 */
export function recallTyped(path: string, before: readonly Typed[]): void {
  const now = new Map(stored(path).map(({ label, value }) => [label, value]));
  const waiting = before.filter(({ label, value }) => {
    if (now.get(label) !== value) return false;
    const field = fields().find((candidate) => labelOf(candidate) === label);
    return !field || valueOf(field) !== value;
  });
  typed.path = path;
  typed.waiting = waiting;
}

/** Puts back what was typed; fields that are not on the page yet get theirs when they come. */
export function putBack(): void {
  let left = typed.waiting;
  typed.waiting = [];
  const fill = () => {
    left = left.filter(({ label, value }) => {
      const field = fields().find((candidate) => labelOf(candidate) === label);
      if (!field) return true;
      if (field instanceof HTMLInputElement && ['checkbox', 'radio'].includes(field.type)) {
        if (String(field.checked) !== value) field.click();
      } else {
        field.value = value;
        field.dispatchEvent(new Event('input', { bubbles: true }));
        field.dispatchEvent(new Event('change', { bubbles: true }));
      }
      return false;
    });
    if (!left.length) watch.disconnect();
  };
  const watch = new MutationObserver(fill);
  watch.observe(document.body, { childList: true, subtree: true });
  setTimeout(() => watch.disconnect(), 60_000);
  fill();
}

/** Nothing waits any more: it was saved, or is not wanted. */
export function forgetTyped(): void {
  sessionStorage.removeItem(PREFIX + location.pathname);
  typed.waiting = [];
}
