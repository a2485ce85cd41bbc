import 'server-only';
import { notFound } from 'next/navigation';
import { connection } from 'next/server';
import { cache } from 'react';
import { type RunDocument, titleOfSource } from '@/core/procedure/engine';
import { now } from '../clock';
import { db } from '../database';
import { linkOf, trayOf } from '../devices/torque-wrench';
import { readProcedure } from '../documents/store';
import { requirePerson } from '../http';
import { crew } from '../sessions/sessions';
import { shopPlaces } from './day';
import { readOrderFile } from './order';
import { wrenches } from './orders';

/** One reading of an order's file for all parts of a page. */
const orderFile = cache((id: string) => readOrderFile(db(), id));

/** What every page of an order begins with: who looks, and the order's file; not found when there is no such order. */
export async function orderPage(params: Promise<{ id: string }>) {
  await connection();
  const viewer = await requirePerson();
  const { id } = await params;
  const file = /^[0-9a-f-]{36}$/.test(id) ? await orderFile(id) : null;
  if (!file) notFound();
  return { viewer, file, nowIso: now().toISOString() };
}

export type OrderPageData = Awaited<ReturnType<typeof orderPage>>;

export async function crewNames() {
  const members = await crew();
  return {
    everybody: members.filter((member) => member.hasPin).map(({ id, name }) => ({ id, name })),
    leads: members
      .filter((member) => member.hasPin && (member.roles.includes('lead') || member.roles.includes('owner')))
      .map(({ id, name }) => ({ id, name })),
  };
}

export const shopWrenches = () => wrenches(db());
export const placesOfShop = () => shopPlaces(db());

/** The torque wrench bound to a tablet, and its tray. */
export async function wrenchOfTablet(deviceId: string) {
  const [link, tray] = await Promise.all([linkOf(db(), deviceId), trayOf(db(), deviceId)]);
  return { link, tray };
}

/** The procedures of a run at the versions it began with, and the ways each could be done. */
export async function runSources(document: RunDocument) {
  return Promise.all(
    document.sources.map(async (source) => ({
      id: source.id,
      title: titleOfSource(source),
      ways: ((await readProcedure(db(), source.hash))?.ways ?? []).map(({ id, choice, title }) => ({
        id,
        choice,
        title,
      })),
      taken: source.ways,
    })),
  );
}
