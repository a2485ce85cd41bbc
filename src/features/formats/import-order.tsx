'use client';

import { useRouter } from 'next/navigation';
import { postForm } from '@/features/transport/post';
import { usePost } from '@/features/transport/use-command';
import { Form } from '@/ui/form';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';
import { formWithFile } from './form-with-file';

/** A work order comes in from its ZIP: held against itself whole before any of it is kept. */
export function ImportOrder() {
  const router = useRouter();
  const postAgain = usePost();
  return (
    <Form
      draft={null}
      keeps
      start={{ file: null as FileList | null }}
      onSend={async (_, { file }) => {
        const answer = await postAgain(() =>
          postForm<{ orderId: string }>('/api/import/order', formWithFile(file)),
        );
        if (!answer.ok) return answer.errors;
        router.push(`/orders/${answer.answer.orderId}`);
        return [];
      }}
    >
      <TextField name="file" label="A work order’s ZIP" type="file" accept=".zip,application/zip" />
      <Send weight="line" busy="Looking it through…" className="mt-2">
        Take it in
      </Send>
    </Form>
  );
}
