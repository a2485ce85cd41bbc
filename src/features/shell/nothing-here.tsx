import { Button } from '@/ui/button';
import { Link } from '@/ui/link';

/** Where a page should be and is none: what may have happened, a way back, and something to look for it with. */
export function NothingHere() {
  return (
    <div className="max-w-2xl">
      <h1 className="pb-2">There is nothing here</h1>
      <p className="text-lg">
        No order, car or page of this shop has this address. It may have been copied short.
      </p>
      <form action="/orders" className="flex flex-wrap items-end gap-3 pt-5">
        <label className="min-w-60 flex-1">
          <span className="label block pb-1">Look for it</span>
          <input name="find" className="input" placeholder="Plate, car, customer, order number" />
        </label>
        <Button type="submit" weight="pen">
          Find it
        </Button>
      </form>
      <p className="pt-5">
        Or go to <Link href="/">today</Link>, <Link href="/orders">all jobs</Link>,{' '}
        <Link href="/cars">cars</Link> or <Link href="/help">help</Link>.
      </p>
    </div>
  );
}
