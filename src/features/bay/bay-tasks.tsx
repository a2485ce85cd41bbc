'use client';

import { useState } from 'react';
import { useCommand } from '@/features/transport/use-command';
import { Dialog } from '@/ui/dialog';
import { Errors, FormErrors } from '@/ui/field';
import { TextField, fieldsOf } from '@/ui/form';

interface Task {
  taskId: string;
  words: string;
  at: string;
}

/** What somebody has to look at on the car itself, until somebody says what they saw. */
export function BayTasks({ orderId, tasks }: { orderId: string; tasks: Task[] }) {
  const { send, busy, errors } = useCommand('task.settle');
  const [looked, setLooked] = useState<Task | null>(null);
  if (!tasks.length) return null;
  return (
    <section aria-label="To be looked at" className="border-b-2 border-rule px-6 py-3">
      <h2>To be looked at on the car</h2>
      <ul>
        {tasks.map((task) => (
          <li
            key={task.taskId}
            className="flex flex-wrap items-center justify-between gap-3 border-t border-rule py-2"
          >
            <span className="min-w-0 grow text-[1.1rem]">
              <span className="figure text-soft">{task.at}</span> {task.words}
            </span>
            <button type="button" className="btn" onClick={() => setLooked(task)}>
              I looked
            </button>
          </li>
        ))}
      </ul>
      <Dialog
        open={looked !== null}
        onClose={() => setLooked(null)}
        title="What did the car show?"
        intro={looked?.words}
      >
        <form
          onSubmit={async (event) => {
            event.preventDefault();
            const f = fieldsOf(event.currentTarget);
            if (await send({ orderId, taskId: looked!.taskId, words: f.words })) setLooked(null);
          }}
        >
          <Errors errors={errors}>
            <TextField name="words" label="What was seen and done" />
            <FormErrors errors={errors} shown={['words']} />
            <button className="btn btn-pen mt-3 min-h-14 w-full" disabled={busy}>
              Write it down
            </button>
          </Errors>
        </form>
      </Dialog>
    </section>
  );
}
