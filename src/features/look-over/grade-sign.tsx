import { GRADES, type Grade } from '@/core/ledger/kinds/arrival';

/** Our own sign of a grade: marks across a line, one more for each step it asks for sooner. `bare` beside its word. */
export function GradeSign({ grade, bare }: { grade: Grade; bare?: boolean }) {
  const marks = GRADES.findIndex(([one]) => one === grade);
  const words = GRADES[marks]![1];
  return (
    <svg
      viewBox="0 0 44 20"
      {...(bare ? { 'aria-hidden': true } : { role: 'img', 'aria-label': words })}
      className="h-5 w-11 shrink-0"
    >
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
