/** Puts a text into a field as if it had been typed there: whatever listens to the field reads it. */
export function typeInto(field: HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement, text: string): void {
  // By the setter that all fields share: a field's own has been taken over by what draws it.
  Reflect.set(Object.getPrototypeOf(field) as object, 'value', text, field);
  field.dispatchEvent(new Event(field instanceof HTMLSelectElement ? 'change' : 'input', { bubbles: true }));
}
