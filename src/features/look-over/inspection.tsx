'use client';

import { useState } from 'react';
import { GRADES, type Grade, INSPECTION_AREAS, type InspectionArea } from '@/core/ledger/kinds/arrival';
import { moneyText } from '@/core/units/money';
import { Button } from '@/ui/button';
import { useCommand } from '@/features/transport/use-command';
import { Dialog } from '@/ui/dialog';
import { FormErrors } from '@/ui/field';
import { AnswerForm } from '../answers/answer-form';
import { FindingForm } from './finding-form';
import { GradeSign } from './grade-sign';
import { OfferForm } from './offer-form';
import { TakeOfferBack } from './take-offer-back';
import type { ShownFinding, ShownOffer } from './shown';

type Open =
  | { what: 'area'; area: InspectionArea; grade: Grade }
  | { what: 'offer'; finding: ShownFinding | null; offer: ShownOffer | null }
  | null;

const STANDS: Record<ShownOffer['stands'], string> = {
  asked: '',
  declined: '',
  'taken back': 'Taken back with the customer’s yes.',
  taken: 'Becomes a step when the work starts.',
  'to do': 'A step of the work, not done yet.',
  done: 'Done.',
};

/** An offer with its answer, or the form for one. It stands by itself, so that a page read anew keeps what is chosen in it. */
function OfferRow({
  offer,
  orderId,
  currency,
  closed,
  onChange,
}: {
  offer: ShownOffer;
  orderId: string;
  currency: string;
  closed: boolean;
  onChange: () => void;
}) {
  return (
    <li className="border-l-4 border-rule py-1.5 pl-3" data-offer={offer.offerId}>
      <p className="flex flex-wrap items-baseline justify-between gap-x-3">
        <span>
          Offered: <span className="font-semibold">{offer.text}</span>
          {offer.version > 1 ? ` (version ${offer.version})` : ''}
        </span>
        <span className="figure text-lg">{moneyText(offer.cents, currency)}</span>
      </p>
      {offer.answer ? (
        <p className="flex flex-wrap items-center gap-3">
          <strong>{offer.answer}</strong>
          <span>{STANDS[offer.stands]}</span>
          {!closed && ['taken', 'to do'].includes(offer.stands) && (
            <TakeOfferBack orderId={orderId} offer={offer} />
          )}
          {!closed && offer.stands !== 'done' && (
            <Button weight="plain" onClick={onChange}>
              Change it
            </Button>
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
            <Button weight="plain" onClick={onChange}>
              Change it
            </Button>
          </div>
        )
      )}
    </li>
  );
}

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
  const record = useCommand('finding.record');
  const ungraded = INSPECTION_AREAS.filter(([area]) => !findings.some((finding) => finding.area === area));
  /** One after the other, so that the one that is refused is the last. */
  const restIsSound = async () => {
    for (const [area] of ungraded)
      if (!(await record.send({ orderId, area, grade: 'sound', text: '', photoId: null }))) return;
  };
  const offerRow = (offer: ShownOffer) => ({
    offer,
    orderId,
    currency,
    closed,
    onChange: () => setOpen({ what: 'offer', finding: null, offer }),
  });
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
                        <p className="flex flex-wrap items-center gap-x-3 text-sm text-soft">
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
                            <Button
                              weight="plain"
                              onClick={() => setOpen({ what: 'offer', finding, offer: null })}
                            >
                              Offer a repair
                            </Button>
                          )}
                        </p>
                        <ul>
                          {own.map((offer) => (
                            <OfferRow key={offer.offerId} {...offerRow(offer)} />
                          ))}
                        </ul>
                      </div>
                    );
                  })}
                </div>
              </div>
              {!closed && (
                <div
                  role="group"
                  aria-label={`Grade ${name}`}
                  className="grid grid-cols-2 gap-1.5 pt-1 sm:grid-cols-4"
                >
                  {GRADES.map(([grade, words]) => (
                    <Button
                      key={grade}
                      className="justify-start gap-2 px-2 text-base"
                      disabled={record.busy}
                      onClick={() =>
                        grade === 'sound'
                          ? void record.send({ orderId, area, grade, text: '', photoId: null })
                          : setOpen({ what: 'area', area, grade })
                      }
                    >
                      <GradeSign grade={grade} bare /> {words}
                    </Button>
                  ))}
                </div>
              )}
            </li>
          );
        })}
      </ul>
      <FormErrors errors={record.errors} />
      {!closed && ungraded.length > 1 && (
        <p className="flex flex-wrap items-center gap-x-4 gap-y-2 pt-3">
          <Button weight="pen" disabled={record.busy} onClick={() => void restIsSound()}>
            I looked at the other {ungraded.length}: record each sound
          </Button>
          <span className="text-soft">{ungraded.map(([, name]) => name).join(', ')}</span>
        </p>
      )}
      {offers.some((offer) => offer.findingId === null) && (
        <>
          <h3 className="mt-5">Other offers</h3>
          <ul className="grid gap-2 pt-1">
            {offers
              .filter((offer) => offer.findingId === null)
              .map((offer) => (
                <OfferRow key={offer.offerId} {...offerRow(offer)} />
              ))}
          </ul>
        </>
      )}
      {!closed && (
        <Button className="mt-4" onClick={() => setOpen({ what: 'offer', finding: null, offer: null })}>
          Offer something else
        </Button>
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
          <FindingForm orderId={orderId} area={open.area} grade={open.grade} onDone={() => setOpen(null)} />
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
