import 'server-only';
import { Refusal } from '@/core/refusal';

/** The file of a form, within a size. @throws Refusal naming `file` */
export async function fileOf(form: FormData, most: number, what: string): Promise<Buffer> {
  const file = form.get('file');
  if (!(file instanceof File) || file.size === 0) throw new Refusal('missing', `Choose ${what}.`, 'file');
  if (file.size > most)
    throw new Refusal(
      'too-large',
      `That is larger than any export: ${Math.round(file.size / 1e6)} MB.`,
      'file',
    );
  return Buffer.from(await file.arrayBuffer());
}
