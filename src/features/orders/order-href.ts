/** Where the next thing of an order is done. */
export function orderHref(orderId: string, page: string): string {
  if (page === 'bay') return `/bay/${orderId}`;
  if (page === 'come-back') return '/come-backs';
  return `/orders/${orderId}/${page}`;
}
