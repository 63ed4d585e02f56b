/** From an anchor to the next one or the next heading but its own: what is said about one thing. */
export function about(text: string, anchor: string): string {
  const from = text.indexOf(`<a id="${anchor}"></a>`);
  if (from < 0) return text;
  const [, heading = '', rest = ''] = /(## [^\n]*\n)([^]*)/.exec(text.slice(from)) ?? [];
  return heading + rest.slice(0, /\n(## |<a id=)/.exec(rest)?.index ?? rest.length);
}
