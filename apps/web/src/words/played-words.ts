/** "Three notes fall into valleys." */
export function valleyWords(count: number): string {
  const number = ['No', 'One', 'Two', 'Three', 'Four', 'Five', 'Six'][count] ?? `${count}`;
  return count === 1 ? 'One note falls into a valley:' : `${number} notes fall into valleys:`;
}
