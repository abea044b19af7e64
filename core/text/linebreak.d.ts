declare module 'linebreak' {
  export default class LineBreaker {
    constructor(text: string);
    nextBreak(): { position: number; required: boolean } | null;
  }
}
declare module 'munkres-js' {
  export default function munkres(costs: number[][]): [number, number][];
}
