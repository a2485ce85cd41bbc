'use client';

import { createContext, useContext } from 'react';
import type { Answered } from '@/contracts/answer';
import type { WrenchAsk } from '@/contracts/wrench-ask';
import { postJson } from '../transport/post';

export type AskWrench = (ask: WrenchAsk) => Promise<Answered<{ words?: string }>>;

const ofThisTablet: AskWrench = (ask) => postJson<{ words?: string }>('/api/wrench', ask);

/** Where the wrench of this tablet is asked: the shop’s server, or a practice car, which has one of its own. */
export const WrenchRouteContext = createContext<AskWrench>(ofThisTablet);
export const useWrenchRoute = () => useContext(WrenchRouteContext);
