'use client';

import { usePathname } from 'next/navigation';
import { useCallback, useContext, useEffect, useRef } from 'react';
import type { FieldValues, Resolver, ResolverResult } from 'react-hook-form';
import type { FieldError } from '@/contracts/answer';
import type { AnswerOf, CommandName, GivenOf } from '@/contracts/commands';
import { Form, type FormProps } from '@/ui/form';
import { CommandRouteContext, type SentOf, useSend } from './use-command';

const loadCheck = () => import('./contract-check').catch(() => null);

/**
 * Looks a form through before it is sent, by the command's contract. Where moves wait on the device the same is done as
 * they are taken there, and without network the server does it.
 */
function useCheck<N extends CommandName, F extends FieldValues>(
  command: N,
  input: (values: F) => SentOf<N>,
): Resolver<F, unknown, FieldValues> {
  const waits = useContext(CommandRouteContext) !== null;
  const latest = useRef(input);
  useEffect(() => {
    latest.current = input;
  });
  return useCallback(
    async (values, context, options) => {
      const sent = latest.current(values) as FieldValues;
      const check = waits ? null : await loadCheck();
      if (!check) return { values: sent, errors: {} };
      // Its errors lie where the command has its fields, which the form’s own are called by.
      return check.checkOf(command)(sent, context, options as never) as Promise<
        ResolverResult<F, FieldValues>
      >;
    },
    [command, waits],
  );
}

export interface CommandFormProps<N extends CommandName, F extends FieldValues> extends Omit<
  FormProps<F>,
  'onSend' | 'check' | 'draft'
> {
  command: N;
  /**
   * The command’s input from what stands in the form. `confirmed` when the shop asked back about the very same, and it is
   * sent once more.
   */
  input: (values: F, confirmed: boolean) => SentOf<N>;
  /** What it is about, where a page has several of its kind. */
  about?: string;
  /** What has to be done before: a picture sent, a spec kept. @returns what is sent then, or what was wrong */
  first?: (sent: GivenOf<N>, values: F) => Promise<GivenOf<N> | readonly FieldError[]>;
  /** @returns what was wrong with what followed, where something does */
  onDone?: (answer: AnswerOf<N>, values: F) => unknown;
}

/** A form that gives a command. */
export function CommandForm<N extends CommandName, F extends FieldValues>({
  command,
  input,
  about = '',
  first,
  onDone,
  ...rest
}: CommandFormProps<N, F>) {
  const path = usePathname();
  const send = useSend(command);
  const asked = useRef<string | null>(null);
  const check = useCheck<N, F>(command, (values) => input(values, asked.current === JSON.stringify(values)));
  return (
    <Form<F>
      draft={`${path} ${command} ${about}`.trim()}
      check={check}
      onFocus={() => void loadCheck()}
      onSend={async (checked, values) => {
        const sent = first ? await first(checked as GivenOf<N>, values) : (checked as GivenOf<N>);
        if (Array.isArray(sent)) return sent as FieldError[];
        const answer = await send(sent as GivenOf<N>);
        if (!answer.ok) {
          const asks = answer.errors.some(({ code }) => code === 'confirm');
          asked.current = asks ? JSON.stringify(values) : null;
          return answer.errors;
        }
        const after = await onDone?.(answer.answer, values);
        return Array.isArray(after) ? (after as FieldError[]) : [];
      }}
      {...rest}
    />
  );
}
