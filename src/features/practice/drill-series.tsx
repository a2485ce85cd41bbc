'use client';

import { useState } from 'react';
import type { FieldError } from '@/contracts/answer';
import { DRILL_WORDS, type DrillId, type Question } from '@/core/practice/drills';
import { Button } from '@/ui/button';
import { Errors, FormErrors } from '@/ui/field';
import { Link } from '@/ui/link';
import { TextField } from '@/ui/text-field';
import { postJson } from '../transport/post';
import { usePost } from '../transport/use-command';
import { DrillPicture } from './drill-figure';

/** A series of one drill: asked, answered, told, and the next. */
export function DrillSeries({ drill, questions }: { drill: DrillId; questions: readonly Question[] }) {
  const postAgain = usePost();
  const [at, setAt] = useState(0);
  const [typed, setTyped] = useState('');
  const [told, setTold] = useState<{ right: boolean; answer: string } | null>(null);
  const [rights, setRights] = useState<boolean[]>([]);
  const [errors, setErrors] = useState<FieldError[]>([]);
  const [busy, setBusy] = useState(false);
  const question = questions[at];
  const answer = async (given: string) => {
    setBusy(true);
    const got = await postAgain(() =>
      postJson<{ right: boolean; answer: string }>('/api/practice/drill', {
        drill,
        seed: question!.seed,
        typed: given,
      }),
    );
    setBusy(false);
    setErrors(got.ok ? [] : got.errors);
    if (!got.ok) return;
    setTold(got.answer);
    setRights([...rights, got.answer.right]);
  };
  const next = () => {
    setTold(null);
    setTyped('');
    setAt(at + 1);
  };
  if (!question)
    return (
      <section aria-label="The series">
        <p className="figure text-6xl leading-none">
          {rights.filter(Boolean).length} of {rights.length}
        </p>
        <p className="mt-2 text-lg">What was missed comes again sooner.</p>
        <p className="mt-4 flex flex-wrap gap-3">
          <a className="btn" href={`/practice/drills/${drill}`}>
            Another series
          </a>
          <Link className="btn" href="/practice">
            All practice
          </Link>
        </p>
      </section>
    );
  return (
    <section aria-label={DRILL_WORDS[drill].title}>
      <p className="font-head text-xl text-soft">
        {at + 1} of {questions.length}
      </p>
      <p className="mt-1 mb-4 max-w-3xl text-2xl leading-snug font-semibold">{question.ask}</p>
      <DrillPicture figure={question.figure} />
      {told ? (
        <div role="status" className="mt-5">
          <p className={`text-3xl font-semibold ${told.right ? '' : 'hatch px-4 py-3'}`}>
            {told.right ? '✓ Right' : `✗ It is ${told.answer}`}
            {told.right ? `: ${told.answer}` : ''}
          </p>
          <Button weight="pen" size="tallest" className="mt-4 px-10 text-xl" autoFocus onClick={next}>
            {at + 1 < questions.length ? 'Next' : 'To the end'}
          </Button>
        </div>
      ) : question.options ? (
        <div className="mt-5 flex flex-wrap gap-3">
          {question.options.map((option) => (
            <Button
              key={option}
              size="tallest"
              className="px-6 text-xl"
              disabled={busy}
              onClick={() => void answer(option)}
            >
              {option}
            </Button>
          ))}
        </div>
      ) : (
        <form
          className="mt-5 flex max-w-md items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            void answer(typed);
          }}
        >
          <Errors errors={errors}>
            <TextField
              name="typed"
              label={`Your answer, ${question.unit === 'in' ? 'inches' : question.unit}`}
              value={typed}
              onChange={(event) => setTyped(event.target.value)}
            />
          </Errors>
          <Button type="submit" weight="pen" size="tall" disabled={busy}>
            Answer
          </Button>
        </form>
      )}
      <FormErrors errors={errors} shown={question.options ? [] : ['typed']} />
    </section>
  );
}
