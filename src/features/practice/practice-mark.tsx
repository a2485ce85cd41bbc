/** Stands on every page that is about practice: nobody takes it for a car in the shop. */
export const PracticeMark = () => (
  <p className="practice-mark px-4 py-2 font-head text-3xl leading-none font-bold tracking-widest">
    PRACTICE
  </p>
);
