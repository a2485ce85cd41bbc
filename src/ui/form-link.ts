import { type ComponentType, type ReactNode, type RefCallback, createContext } from 'react';

/**
 * What a field needs of the form it stands in. Fields know this and no package of forms, so that a page without a form
 * does not load one.
 */
export interface FormLink {
  /** Ties a typed field to the form's value of its name. */
  typed(
    name: string,
    onChange?: (event: { target: { value: string } }) => void,
  ): {
    name: string;
    ref: RefCallback<HTMLElement>;
    onChange: (event: unknown) => void;
    onBlur: (event: unknown) => void;
  };
  /** Gives a control the form's value of its name. */
  Held: ComponentType<{ name: string; children: (held: HeldValue<never>) => ReactNode }>;
  /** Says that the form has a field of this name: what is wrong with it is said there. A secret is never kept. */
  named(name: string, secret: boolean): () => void;
  /** Puts the focus on a field. */
  focus(name: string): void;
}

export interface HeldValue<T> {
  value: T;
  set: (next: T) => void;
  /** Of what is focused when it is wrong. */
  ref?: RefCallback<HTMLElement>;
}

export const FormLinkContext = createContext<FormLink | null>(null);

/** The form is on its way. */
export const FormSending = createContext(false);
