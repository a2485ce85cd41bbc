/** An answer as it was given, in words. */
export function describeAnswer(answer: {
  data: { yes: boolean; how: string; witness: string | null };
}): string {
  const { yes, how, witness } = answer.data;
  return `${yes ? 'Yes' : 'No'}, ${how}${witness ? `, heard by ${witness}` : ''}`;
}
