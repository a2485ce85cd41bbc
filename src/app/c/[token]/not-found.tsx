/** Unknown, taken away or run out: from outside it is all the same. */
export default function NothingHere() {
  return (
    <main className="mx-auto max-w-xl px-5 pt-16">
      <h1>There is nothing at this address</h1>
      <p className="mt-3 text-lg">
        The page may have been taken away, or its time may be over. Call the shop and ask for a new one.
      </p>
    </main>
  );
}
