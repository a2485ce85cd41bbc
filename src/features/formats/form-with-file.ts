/** A chosen file with what stands beside it, as it is posted; without a file an empty one, which is refused at its field. */
export function formWithFile(files: FileList | null, fields: Record<string, string> = {}): FormData {
  const body = new FormData();
  body.set('file', files?.[0] ?? new File([], ''));
  for (const [name, value] of Object.entries(fields)) body.set(name, value);
  return body;
}
