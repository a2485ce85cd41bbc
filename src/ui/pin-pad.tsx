'use client';

import { Button } from './button';

const KEYS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', 'clear', '0', 'back'] as const;

/** A pad for a PIN that a glove can hit; the keyboard works too. */
export function PinPad({
  value,
  onChange,
  label = 'PIN',
}: {
  value: string;
  onChange: (next: string) => void;
  label?: string;
}) {
  const press = (key: (typeof KEYS)[number]) => {
    if (key === 'clear') onChange('');
    else if (key === 'back') onChange(value.slice(0, -1));
    else if (value.length < 6) onChange(value + key);
  };
  return (
    <div>
      <label className="label block">
        {label}
        <input
          type="password"
          inputMode="numeric"
          autoComplete="off"
          value={value}
          onChange={(event) => onChange(event.target.value.replace(/\D/g, '').slice(0, 6))}
          className="input mt-1 text-center font-head text-3xl tracking-widest"
        />
      </label>
      <div className="mt-3 grid grid-cols-3 gap-2">
        {KEYS.map((key) => (
          <Button
            key={key}
            size="tall"
            className="text-2xl"
            onClick={() => press(key)}
            aria-label={key === 'back' ? 'take the last digit back' : key}
          >
            {key === 'back' ? '⟵' : key}
          </Button>
        ))}
      </div>
    </div>
  );
}
