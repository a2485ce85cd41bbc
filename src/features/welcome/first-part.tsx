'use client';

import { useState } from 'react';
import { PartForm } from '../catalog/part-form';

/** The first parts of a new shop's catalog, one after the other. */
export function FirstPart() {
  const [kept, setKept] = useState(0);
  return (
    <>
      <PartForm key={kept} part={null} kits={[]} codes={new Map()} onDone={() => setKept(kept + 1)} />
      {kept > 0 && (
        <p role="status" className="pt-2 font-semibold">
          {kept === 1 ? 'One part is in the catalog.' : `${kept} parts are in the catalog.`}
        </p>
      )}
    </>
  );
}
