import { THE_CUSTOMER } from '@/core/ledger/roles';
import { LARGEST, jsonOf } from '@/server/body';
import { execute } from '@/server/commands/execute';
import { withMutationGuards, json } from '@/server/http';
import { openLink } from '@/server/links/links';
import { notFoundResponse } from '@/server/links/page';

/** What a customer says on their own page: a few commands, for that page's order alone. */
export async function POST(
  request: Request,
  { params }: { params: Promise<{ token: string; name: string }> },
) {
  const { token, name } = await params;
  return withMutationGuards(async () => {
    const link = await openLink(token);
    if (!link) return notFoundResponse();
    const answer = await execute(name, await jsonOf(request, LARGEST.command), {
      person: { ...THE_CUSTOMER, roles: [], lengthUnit: 'in', torqueUnit: 'lbft' },
      deviceId: link.linkId,
      onLink: link.orderId,
    });
    return json(answer.ok ? 200 : 400, answer);
  })(request);
}
