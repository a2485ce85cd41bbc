'use client';

import { CommandDialog } from '@/features/transport/command-dialog';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';

interface Task {
  taskId: string;
  words: string;
  at: string;
}

/** What somebody has to look at on the car itself, until somebody says what they saw. */
export function BayTasks({ orderId, tasks }: { orderId: string; tasks: Task[] }) {
  return (
    <section aria-label="To be looked at" className="border-b-2 border-rule px-6 py-3">
      <h2>To be looked at on the car</h2>
      <ul>
        {tasks.map((task) => (
          <li
            key={task.taskId}
            className="flex flex-wrap items-center justify-between gap-3 border-t border-rule py-2"
          >
            <span className="min-w-0 grow text-lg">
              <span className="figure text-soft">{task.at}</span> {task.words}
            </span>
            <CommandDialog
              command="task.settle"
              about={task.taskId}
              opens="I looked"
              title="What did the car show?"
              intro={task.words}
              start={{ words: '' }}
              input={({ words }) => ({ orderId, taskId: task.taskId, words })}
            >
              <TextField name="words" label="What was seen and done" />
              <Send wide size="tall">
                Record it
              </Send>
            </CommandDialog>
          </li>
        ))}
      </ul>
    </section>
  );
}
