/**
 * Codes that a keyboard sends, by the words on its keys. USB HID Usage Tables 1.12, page 7 (keyboard), from memory.
 */
const ROW = (first: number, words: string): [string, number][] => words.split(' ').map((word, i) => [word, first + i]);

export const KEY_CODES: Readonly<Record<string, number>> = Object.fromEntries([
  ...ROW(4, 'A B C D E F G H I J K L M N O P Q R S T U V W X Y Z'),
  ...ROW(30, '1 2 3 4 5 6 7 8 9 0'),
  ...ROW(40, 'Enter Escape Backspace Tab Space - = [ ] \\'),
  ...ROW(51, "; ' ` , . /"),
  ...ROW(57, 'Caps F1 F2 F3 F4 F5 F6 F7 F8 F9 F10 F11 F12 PrintScreen ScrollLock Pause Insert Home PageUp Delete End'),
  ...ROW(78, 'PageDown Right Left Down Up'),
  ...ROW(83, 'NumLock KP/ KP* KP- KP+ KPEnter KP1 KP2 KP3 KP4 KP5 KP6 KP7 KP8 KP9 KP0 KP.'),
  ...ROW(104, 'F13 F14 F15 F16 F17 F18 F19 F20 F21 F22 F23 F24'),
  ...ROW(127, 'Mute Volume+ Volume-'),
  ...ROW(224, 'Ctrl Shift Alt Super RightCtrl RightShift RightAlt RightSuper'),
  ['<', 100],
  ['Return', 40],
  ['Margin', 43],
]);

/** The code of the words on a key, upper and lower case alike; undefined for words that no key has. */
export function keyCode(legend: string): number | undefined {
  const word = legend.trim();
  const known = KEY_CODES[word] ?? KEY_CODES[word.toUpperCase()];
  if (known !== undefined) return known;
  const lower = word.toLowerCase();
  return Object.entries(KEY_CODES).find(([name]) => name.toLowerCase() === lower)?.[1];
}

/** Keys that are held while others are pressed. */
export const HELD_CODES: ReadonlySet<number> = new Set([224, 225, 226, 227, 228, 229, 230, 231]);
