/** Alphabets in their order; a letter is changed for others of its own. */
const ALPHABETS = [
  'ABCDEFGHIJKLMNOPQRSTUVWXYZ',
  'abcdefghijklmnopqrstuvwxyz',
  '0123456789',
  'ΑΒΓΔΕΖΗΘΙΚΛΜΝΞΟΠΡΣΤΥΦΧΨΩ',
  'αβγδεζηθικλμνξοπρστυφχψω',
  'АБВГДЕЖЗИКЛМНОПРСТУФХЦЧШЩЭЮЯ',
  'абвгдежзиклмнопрстуфхцчшщэюя',
  'אבגדהוזחטיכלמנסעפצקרשת',
  'アイウエオカキクケコサシスセソタチツテトナニヌネノハヒフヘホマミムメモヤユヨラリルレロワン',
].map((alphabet) => [...alphabet])

/** The letters of the alphabet that a letter is of; undefined where it is of none whose letters stand alone, as those that join do not. */
export function lettersLike(letter: string | undefined): string[] | undefined {
  if (letter === undefined) return undefined
  const base = letter.normalize('NFD')[0] ?? ''
  return ALPHABETS.find((alphabet) => alphabet.includes(base))
}
