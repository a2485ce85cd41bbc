'use client';

import { sentence } from '@/core/wording';
import { type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import {
  Controller,
  type DefaultValues,
  type FieldErrors,
  type FieldValues,
  FormProvider,
  type Path,
  type Resolver,
  type UseFormReturn,
  useForm,
  useWatch,
} from 'react-hook-form';
import type { FieldError } from '@/contracts/answer';
import { fieldPath } from '@/core/refusal';
import { Button } from './button';
import { momentText } from './day-text';
import { type Draft, dropDraft, keepDraftSoon, readDraft, stopKeeping, withoutSecrets } from './draft';
import { Errors, FormErrors, sameField } from './field';
import { type FormLink, FormLinkContext, FormSending } from './form-link';
import { LeaveGuard } from './leave-guard';

/** The form's errors as the record says them, by field. */
function errorsOf(node: unknown, path: (string | number)[] = []): FieldError[] {
  if (!node || typeof node !== 'object') return [];
  const { type, message } = node as { type?: unknown; message?: unknown };
  if (typeof type === 'string')
    return [{ field: fieldPath(path), code: type, message: sentence(String(message ?? '')) }];
  return Object.entries(node).flatMap(([key, inner]) =>
    errorsOf(inner, key === 'root' || key === '' ? path : [...path, /^\d+$/.test(key) ? Number(key) : key]),
  );
}

/** The device's own time, as a moment is written here. */
const localMoment = (at: number) => {
  const own = new Date(at - new Date(at).getTimezoneOffset() * 60_000);
  return momentText(own.toISOString().slice(0, 16));
};

/** Keeps what is half typed on the device; `found` is what lay there. */
function useDraft<F extends FieldValues>(
  form: UseFormReturn<F>,
  key: string | null,
  secret: ReadonlySet<string>,
) {
  const [found, setFound] = useState<Draft | null>(null);
  useEffect(() => {
    if (key === null) return undefined;
    // A moment after the page stands as the server drew it, which knows of no draft.
    const start = setTimeout(() => {
      const before = readDraft(key);
      if (!before) return;
      form.reset({ ...form.getValues(), ...before.values } as F, { keepDefaultValues: true });
      setFound(before);
    }, 0);
    const leave = form.subscribe({
      formState: { values: true, isDirty: true },
      callback: ({ values, isDirty }) => {
        if (isDirty) keepDraftSoon(key, withoutSecrets(values, secret));
        else dropDraft(key);
      },
    });
    return () => {
      clearTimeout(start);
      stopKeeping(key);
      leave();
    };
  }, [form, key, secret]);
  const drop = () => {
    if (key !== null) dropDraft(key);
    setFound(null);
  };
  return { found, drop };
}

export interface FormProps<F extends FieldValues> {
  /** Every field's first value. What comes anew from the server goes into the fields nobody typed in. */
  start: F;
  /** What can be said of it before it is sent; its answer is what is sent. */
  check?: Resolver<F, unknown, FieldValues>;
  /** Sends it. @returns what was wrong, nothing where it was taken */
  onSend: (sent: FieldValues, values: F) => Promise<readonly FieldError[]>;
  /** By what it is known on the device while it is half typed; null where nothing of it is kept. */
  draft: string | null;
  /** Stays as typed once it was taken; else it is emptied for the next. */
  keeps?: boolean;
  /** What is said when it was taken, until somebody types again. */
  said?: string;
  className?: string;
  'aria-label'?: string;
  /** Its fields; as a function where they depend on what is typed. */
  children: ReactNode | ((values: F, set: (name: Path<F>, value: unknown) => void) => ReactNode);
  onFocus?: () => void;
}

function Watching<F extends FieldValues>({
  form,
  children,
}: {
  form: UseFormReturn<F>;
  children: (values: F, set: (name: Path<F>, value: unknown) => void) => ReactNode;
}) {
  const values = useWatch({ control: form.control }) as F;
  return children(values, (name, value) =>
    form.setValue(name, value as never, { shouldDirty: true, shouldTouch: true }),
  );
}

const SETTLES_MS = 3000;

/** Where the hand was led stays in sight while the page still grows around it. */
function keepInSight(): void {
  // The hand is led there after this: the watch tells of the page as it stands once it has been.
  let led: Element | null = null;
  const watch = new ResizeObserver(() => {
    led ??= document.activeElement;
    if (document.activeElement === led) led?.scrollIntoView({ block: 'nearest' });
    else watch.disconnect();
  });
  watch.observe(document.body);
  setTimeout(() => watch.disconnect(), SETTLES_MS);
}

/**
 * A form: its fields find their values and what is wrong with them by their names. Half typed it outlives a reload, and
 * asks before it is left.
 */
export function Form<F extends FieldValues>({
  start,
  check,
  onSend,
  draft,
  keeps = false,
  said,
  children,
  className,
  onFocus,
  ...aria
}: FormProps<F>) {
  const form = useForm<F, unknown, FieldValues>({
    defaultValues: start as DefaultValues<F>,
    resolver: check,
  }) as unknown as UseFormReturn<F>;
  const { errors, isDirty, isSubmitSuccessful, isSubmitting } = form.formState;
  const [taken, setTaken] = useState(false);
  const [secret] = useState(() => new Set<string>());
  const [named] = useState(() => new Map<string, number>());
  const { found, drop } = useDraft(form, draft, secret);

  const startText = JSON.stringify(start);
  const started = useRef(startText);
  useEffect(() => {
    if (started.current === startText) return;
    started.current = startText;
    form.reset(JSON.parse(startText) as F, { keepDirtyValues: true });
  }, [form, startText]);

  // Once it was taken: not in the sending itself, which writes its own state after it.
  useEffect(() => {
    if (!isSubmitSuccessful) return;
    const secrets = Object.fromEntries([...secret].map((name) => [name, '']));
    form.reset(keeps ? ({ ...form.getValues(), ...secrets } as F) : (JSON.parse(started.current) as F));
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once for each time it was taken
  }, [isSubmitSuccessful]);

  const link = useMemo<FormLink>(
    () => ({
      typed: (name, onChange) => form.register(name as Path<F>, { onChange }) as never,
      Held: ({ name, children: shown }) => (
        <Controller
          control={form.control}
          name={name as Path<F>}
          render={({ field }) =>
            shown({ value: field.value as never, set: field.onChange, ref: field.ref }) as never
          }
        />
      ),
      named: (name, isSecret) => {
        const key = sameField(name);
        if (isSecret) secret.add(key);
        named.set(key, (named.get(key) ?? 0) + 1);
        return () => named.set(key, named.get(key)! - 1);
      },
      focus: (name) => form.setFocus(name as Path<F>),
    }),
    [form, named, secret],
  );

  const all = errorsOf(errors as FieldErrors);
  const throwAway = () => {
    drop();
    form.reset(JSON.parse(started.current) as F);
  };
  return (
    <FormProvider {...form}>
      <FormLinkContext.Provider value={link}>
        <form
          className={className}
          onFocus={onFocus}
          noValidate
          onSubmit={form.handleSubmit(async (sent) => {
            const wrong = await onSend(sent, form.getValues());
            if (!wrong.length) {
              drop();
              setTaken(true);
            }
            // A secret that was not taken is typed anew.
            for (const { field } of wrong)
              if (secret.has(sameField(field))) form.setValue(field as Path<F>, '' as never);
            wrong.forEach(({ field, code, message }, index) =>
              form.setError(
                (sameField(field) || 'root.sent') as Path<F>,
                { type: code, message },
                {
                  shouldFocus: index === 0,
                },
              ),
            );
            if (wrong.length) keepInSight();
          }, keepInSight)}
          {...aria}
        >
          {found && (
            <p
              role="status"
              className="caution col-span-full mb-2 flex flex-wrap items-center gap-x-4 px-4 py-1"
            >
              <span>Half typed here on {localMoment(found.at)}, not recorded.</span>
              <Button weight="plain" onClick={throwAway}>
                Throw it away
              </Button>
            </p>
          )}
          <Errors errors={all}>
            <FormSending.Provider value={isSubmitting}>
              {typeof children === 'function' ? <Watching form={form}>{children}</Watching> : children}
            </FormSending.Provider>
          </Errors>
          <FormErrors errors={all.filter(({ field }) => !((named.get(sameField(field)) ?? 0) > 0))} />
          {taken && said && !isDirty && !all.length && (
            <p role="status" className="col-span-full mt-2 font-semibold">
              {said}
            </p>
          )}
          {isDirty && <LeaveGuard onThrowAway={throwAway} />}
        </form>
      </FormLinkContext.Provider>
    </FormProvider>
  );
}
