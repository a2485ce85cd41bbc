'use client';

import { useState } from 'react';
import { type Grade, GRADES, INSPECTION_AREAS, type InspectionArea } from '@/core/ledger/job-book';
import { moneyText, readMoney } from '@/core/units/money';
import { useCommand } from '@/ui/commands';
import { Dialog } from '@/ui/dialog';
import { AreaField, Errors, FormErrors, TextField } from '@/ui/form';
import { AnswerForm } from '../answers/answer-form';
import { PhotoButton } from '../photos/photo-upload';

export interface ShownFinding {
  findingId: string;
  area: InspectionArea;
  grade: Grade;
  text: string;
  photoId: string | null;
  who: string;
  when: string;
}
export interface ShownOffer {
  offerId: string;
  version: number;
  findingId: string | null;
  text: string;
  cents: number;
  photoId: string | null;
  answer: string | null;
}

/** Our own sign of a grade: marks across a line, one more for each step it asks for sooner. */
export function GradeSign({ grade }: { grade: Grade }) {
  const marks = GRADES.findIndex(([one]) => one === grade);
  const words = GRADES[marks]![1];
  return (
    <svg viewBox="0 0 44 20" role="img" aria-label={words} className="h-5 w-11 shrink-0">
      <path d="M2 14H42" stroke="var(--ink)" strokeWidth="2" />
      {marks === 0 && <path d="M14 8l6 6 10-12" fill="none" stroke="var(--ink)" strokeWidth="2.5" />}
      {Array.from({ length: marks }, (_, index) => (
        <path
          key={index}
          d={`M${12 + index * 10} 2v${marks === 3 ? 16 : 12}`}
          stroke={marks === 3 ? 'var(--danger)' : 'var(--ink)'}
          strokeWidth="3.5"
        />
      ))}
    </svg>
  );
}

function FindingForm({
  orderId,
  area,
  onDone,
}: {
  orderId: string;
  area: InspectionArea;
  onDone: () => void;
}) {
  const { give, busy, errors } = useCommand('finding.record');
  const [grade, setGrade] = useState<Grade | null>(null);
  const [text, setText] = useState('');
  const [photoId, setPhotoId] = useState<string | null>(null);
  return (
    <Errors errors={errors}>
      <div role="radiogroup" aria-label="Grade" className="grid grid-cols-2 gap-2 sm:grid-cols-4">
        {GRADES.map(([id, words]) => (
          <button
            key={id}
            type="button"
            role="radio"
            aria-checked={grade === id}
            className="btn min-h-14 flex-col aria-checked:bg-ink aria-checked:text-paper"
            onClick={() => setGrade(id)}
          >
            {words}
          </button>
        ))}
      </div>
      {errors
        .filter((error) => error.field === 'grade')
        .map((error) => (
          <p key={error.code} role="alert" className="font-medium text-danger">
            {error.message}
          </p>
        ))}
      <AreaField
        className="mt-3"
        name="text"
        label="What was found"
        hint="the customer reads it"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <div className="mt-3 flex flex-wrap gap-3">
        <PhotoButton
          orderId={orderId}
          label={photoId ? 'Another photo' : 'Photo'}
          target={{ stepId: null, corner: null, occasion: 'looked over', caption: text || area }}
          onKept={setPhotoId}
        />
        <button
          type="button"
          className="btn btn-pen min-w-40"
          disabled={busy}
          onClick={async () => {
            if (await give({ orderId, area, grade, text, photoId })) onDone();
          }}
        >
          {busy ? 'Writing…' : 'Keep it'}
        </button>
      </div>
      <FormErrors errors={errors} shown={['grade', 'text']} />
    </Errors>
  );
}

function OfferForm({
  orderId,
  finding,
  offer,
  onDone,
}: {
  orderId: string;
  finding: ShownFinding | null;
  offer: ShownOffer | null;
  onDone: () => void;
}) {
  const { give, busy, errors } = useCommand('offer.make');
  const [text, setText] = useState(offer?.text ?? finding?.text ?? '');
  const [price, setPrice] = useState(offer ? (offer.cents / 100).toFixed(2) : '');
  return (
    <Errors errors={errors}>
      <TextField
        name="text"
        label="What is offered"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <TextField
        className="mt-3 max-w-48"
        name="cents"
        label="Price"
        inputMode="decimal"
        placeholder="185.00"
        value={price}
        onChange={(event) => setPrice(event.target.value)}
      />
      {offer?.answer && (
        <p className="caution mt-3 px-3 py-2 font-medium">
          The customer has answered this offer. Changing it asks again.
        </p>
      )}
      <FormErrors errors={errors} shown={['text', 'cents']} />
      <button
        type="button"
        className="btn btn-pen mt-4 w-full"
        disabled={busy}
        onClick={async () => {
          const cents = readMoney(price);
          const input = {
            orderId,
            offerId: offer?.offerId ?? null,
            findingId: finding?.findingId ?? offer?.findingId ?? null,
            text,
            cents: cents ?? price,
            photoId: null,
          };
          if (await give(input)) onDone();
        }}
      >
        {busy ? 'Writing…' : offer ? 'Offer it anew' : 'Offer it'}
      </button>
    </Errors>
  );
}

type Open =
  | { what: 'area'; area: InspectionArea }
  | { what: 'offer'; finding: ShownFinding | null; offer: ShownOffer | null }
  | null;

/** The car by area: what was found, at which grade, what is offered for it and what the customer said. */
export function Inspection({
  orderId,
  findings,
  offers,
  currency,
  closed,
}: {
  orderId: string;
  findings: ShownFinding[];
  offers: ShownOffer[];
  currency: string;
  closed: boolean;
}) {
  const [open, setOpen] = useState<Open>(null);
  const OfferRow = ({ offer }: { offer: ShownOffer }) => (
    <li className="border-l-4 border-rule py-1.5 pl-3" data-offer={offer.offerId}>
      <p className="flex flex-wrap items-baseline justify-between gap-x-3">
        <span>
          Offered: <span className="font-semibold">{offer.text}</span>
          {offer.version > 1 ? ` (version ${offer.version})` : ''}
        </span>
        <span className="figure text-[1.2rem]">{moneyText(offer.cents, currency)}</span>
      </p>
      {offer.answer ? (
        <p className="flex flex-wrap items-center gap-3">
          <strong>{offer.answer}</strong>
          {!closed && (
            <button
              type="button"
              className="btn btn-plain"
              onClick={() => setOpen({ what: 'offer', finding: null, offer })}
            >
              Change it
            </button>
          )}
        </p>
      ) : (
        !closed && (
          <div className="flex flex-wrap items-end gap-3">
            <AnswerForm
              small
              command="offer.answer"
              input={{ orderId, offerId: offer.offerId, version: offer.version }}
            />
            <button
              type="button"
              className="btn btn-plain"
              onClick={() => setOpen({ what: 'offer', finding: null, offer })}
            >
              Change it
            </button>
          </div>
        )
      )}
    </li>
  );
  return (
    <>
      <ul className="border-t border-ink">
        {INSPECTION_AREAS.map(([area, name, hint]) => {
          const here = findings.filter((finding) => finding.area === area);
          return (
            <li key={area} className="border-b border-rule py-2" data-area={area}>
              <div className="flex items-start gap-4">
                <div className="min-w-0 flex-1">
                  <h3>{name}</h3>
                  {here.length === 0 && <p className="text-soft">{hint}</p>}
                  {here.map((finding) => {
                    const own = offers.filter((offer) => offer.findingId === finding.findingId);
                    return (
                      <div key={finding.findingId} className="py-1">
                        <p className="flex items-center gap-2">
                          <GradeSign grade={finding.grade} />
                          <span className="font-medium">
                            {GRADES.find(([grade]) => grade === finding.grade)![1]}
                            {finding.text ? `: ${finding.text}` : ''}
                          </span>
                        </p>
                        <p className="flex flex-wrap items-center gap-x-3 text-[0.95rem] text-soft">
                          {finding.who}, {finding.when}
                          {finding.photoId && (
                            <a
                              className="underline"
                              href={`/api/photos/${finding.photoId}`}
                              target="_blank"
                              rel="noreferrer"
                            >
                              photo
                            </a>
                          )}
                          {!closed && finding.grade !== 'sound' && own.length === 0 && (
                            <button
                              type="button"
                              className="btn btn-plain"
                              onClick={() => setOpen({ what: 'offer', finding, offer: null })}
                            >
                              Offer a repair
                            </button>
                          )}
                        </p>
                        <ul>
                          {own.map((offer) => (
                            <OfferRow key={offer.offerId} offer={offer} />
                          ))}
                        </ul>
                      </div>
                    );
                  })}
                </div>
                {!closed && (
                  <button
                    type="button"
                    className="btn shrink-0"
                    onClick={() => setOpen({ what: 'area', area })}
                    aria-label={`Grade ${name}`}
                  >
                    {here.length ? 'Add' : 'Grade'}
                  </button>
                )}
              </div>
            </li>
          );
        })}
      </ul>
      {offers.some((offer) => offer.findingId === null) && (
        <>
          <h3 className="mt-5">Other offers</h3>
          <ul className="grid gap-2 pt-1">
            {offers
              .filter((offer) => offer.findingId === null)
              .map((offer) => (
                <OfferRow key={offer.offerId} offer={offer} />
              ))}
          </ul>
        </>
      )}
      {!closed && (
        <button
          type="button"
          className="btn mt-4"
          onClick={() => setOpen({ what: 'offer', finding: null, offer: null })}
        >
          Offer something else
        </button>
      )}
      <Dialog
        open={open !== null}
        onClose={() => setOpen(null)}
        title={
          open?.what === 'area'
            ? INSPECTION_AREAS.find(([area]) => area === open.area)![1]
            : open?.offer
              ? 'Change the offer'
              : 'An offer to the customer'
        }
      >
        {open?.what === 'area' && (
          <FindingForm orderId={orderId} area={open.area} onDone={() => setOpen(null)} />
        )}
        {open?.what === 'offer' && (
          <OfferForm
            orderId={orderId}
            finding={open.finding}
            offer={open.offer}
            onDone={() => setOpen(null)}
          />
        )}
      </Dialog>
    </>
  );
}
