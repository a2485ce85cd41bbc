'use client';

import { useState } from 'react';
import { Button } from '@/ui/button';
import { CheckField } from '@/ui/checkbox';
import { Choice, ChoiceLines } from '@/ui/choice';
import { DayField, MomentField, TimeField } from '@/ui/day-field';
import { Dialog, SheetTheme } from '@/ui/dialog';
import { Errors, FormErrors } from '@/ui/field';
import { AreaField, TextField } from '@/ui/text-field';
import { HeightPad } from '@/ui/height-pad';
import { PinPad } from '@/ui/pin-pad';
import { SelectField } from '@/ui/select';
import { Slider } from '@/ui/slider';
import { OpenSign, Stripe } from '@/ui/stripe';
import { TabList, TabPanel, Tabs } from '@/ui/tabs';
import { AForm, FEW, Lists } from './forms-and-lines';
import { Part } from './part';

const WRONG = [
  { field: 'wrong', code: 'any.required', message: 'Say where this comes from.' },
  { field: 'wrongKind', code: 'any.only', message: 'Choose a grade.' },
  { field: 'wrongBox', code: 'any.only', message: 'Set the tire pressure first, then say so.' },
  {
    field: 'nowhere',
    code: 'closed',
    message: 'This order has been handed over: only the lead may correct it now.',
  },
];
const SUPPORTS = [
  ['on-wheels', 'on its wheels'],
  ['raised', 'raised'],
  ['axle-held', 'axle held'],
] as const;
const GROUPS = [
  {
    label: 'Front',
    choices: [
      ['spacer', 'Strut-top spacer'],
      ['coil', 'Coil'],
    ] as const,
  },
  { label: 'Rear', choices: [['block', 'Block']] as const },
];

function Buttons() {
  return (
    <Part name="Button">
      <div className="flex flex-wrap gap-3">
        <Button weight="pen">Record it</Button>
        <Button>Another line</Button>
        <Button weight="plain">Leave it</Button>
        <Button weight="pen" disabled>
          Writing…
        </Button>
        <Button size="tall">As tall as a glove</Button>
      </div>
    </Part>
  );
}

function Fields() {
  return (
    <Part name="Text and figures">
      <Errors errors={WRONG}>
        <div className="grid grid-cols-2 gap-3">
          <TextField
            name="text"
            label="What was found"
            hint="the customer reads it"
            defaultValue="Bush cracked"
          />
          <TextField name="wrong" label="Where the value is from" />
          <TextField name="off" label="Not to be typed" defaultValue="as the rack’s file has it" disabled />
          <AreaField name="words" label="In their words" defaultValue="It pulls to the left over sixty." />
        </div>
        <FormErrors errors={WRONG} shown={['wrong', 'wrongKind', 'wrongBox']} />
      </Errors>
    </Part>
  );
}

function Choices() {
  const [few, setFew] = useState<(typeof FEW)[number][0]>('front');
  const [line, setLine] = useState<(typeof SUPPORTS)[number][0]>('raised');
  return (
    <Part name="Choices">
      <Errors errors={WRONG}>
        <Choice label="Which end" options={FEW} value={few} onValue={setFew} />
        <Choice
          label="Which end, not to be chosen"
          className="mt-2 flex"
          options={FEW}
          value="rear"
          onValue={setFew}
          disabled
        />
        <div className="mt-3">
          <ChoiceLines label="How it stands" options={SUPPORTS} value={line} onValue={setLine} />
        </div>
        <div className="mt-3 grid grid-cols-2 gap-3">
          <SelectField name="support" label="How it stands" options={SUPPORTS} defaultValue="raised" />
          <SelectField name="wrongKind" label="Grade" options={[['', 'choose']]} />
          <SelectField name="part" label="A part" options={[['', 'Add a part…']]} groups={GROUPS} />
          <SelectField name="offKind" label="Not to be chosen" options={FEW} disabled />
        </div>
        <CheckField
          className="mt-3"
          name="box"
          label="Level floor"
          hint="or the readings are worth nothing"
        />
        <CheckField name="ticked" label="Steering straight" defaultChecked />
        <CheckField name="wrongBox" label="Tire pressure set" />
      </Errors>
    </Part>
  );
}

function Days() {
  return (
    <Part name="Days and times">
      <div className="grid grid-cols-2 gap-3">
        <DayField name="day" label="To be answered by" defaultValue="2026-05-01" />
        <MomentField name="moment" label="Promised for" defaultValue="2026-04-20T16:30" />
        <DayField name="none" label="No day yet" />
        <TimeField name="time" label="Opens" defaultValue="07:30" />
      </div>
    </Part>
  );
}

function Figures() {
  const [height, setHeight] = useState('21 3/16');
  const [mm, setMm] = useState(30);
  const [pin, setPin] = useState('');
  return (
    <Part name="Tape, slider, PIN">
      <HeightPad label="Left front" unit="in" value={height} onChange={setHeight} />
      <p className="figure mt-2">{mm} mm</p>
      <Slider label="Height of the spacer" value={mm} min={5} max={75} step={1} onValue={setMm} />
      <div className="mt-3 max-w-xs">
        <PinPad value={pin} onChange={setPin} />
      </div>
    </Part>
  );
}

function Sheets() {
  const [tab, setTab] = useState<'steps' | 'items'>('steps');
  const [open, setOpen] = useState(false);
  return (
    <Part name="Tabs, sheet, signs">
      <Tabs value={tab} onValue={setTab}>
        <TabList
          label="Parts of the procedure"
          tabs={[
            ['steps', 'Steps'],
            ['items', 'Items'],
          ]}
        />
        <TabPanel of="steps">
          <p className="py-2">What is done, in its order.</p>
        </TabPanel>
        <TabPanel of="items">
          <p className="py-2">What is opened and closed.</p>
        </TabPanel>
      </Tabs>
      <div className="mt-3 flex flex-wrap items-center gap-4">
        <Stripe state="full" />
        <Stripe state="thin" />
        <Stripe state="broken" />
        <OpenSign />
        <Button onClick={() => setOpen(true)}>Open the sheet</Button>
      </div>
      <p className="caution mt-3 px-4 py-2">What will happen, and what to do.</p>
      <p className="hatch mt-3 px-4 py-2">What may not be done, and why.</p>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title="A sheet"
        intro="Escape and the cross close it."
      >
        <SelectField name="inSheet" label="How it stands" options={SUPPORTS} />
      </Dialog>
    </Part>
  );
}

function Parts({ theme }: { theme: string }) {
  return (
    <>
      <Buttons />
      <Fields />
      <Choices />
      <Days />
      <Figures />
      <AForm theme={theme} />
      <Lists />
      <Sheets />
    </>
  );
}

/** The desk's theme and the bay's, side by side. */
export function Gallery() {
  return (
    <main className="grid min-h-screen lg:grid-cols-2">
      <div className="p-6">
        <h1 className="pb-3">The desk</h1>
        <Parts theme="desk" />
      </div>
      <div data-theme="bay" className="bay bg-paper p-6 text-ink">
        <SheetTheme value="bay">
          <h1 className="pb-3">The bay</h1>
          <Parts theme="bay" />
        </SheetTheme>
      </div>
    </main>
  );
}
