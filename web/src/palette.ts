/** The colours of drawings by name, the same as in pictures and on papers; see docs/look.md. */
import palette from "../../src/pennant/drawing/palette.json";

const { page, materials } = palette;
export const PENCIL = page.pencil;
export const PENCIL_SOFT = page["pencil-soft"];
export const CHALK = page.chalk;
export const FLAG = page.flag;
export const WAX = page.wax;
export const PAPER = page.paper;
export const SKIM = page.skim;
export const SKIM_DEEP = page["skim-deep"];
export const RULE = page.rule;
export const SLAB = page.slab;
/** The line around what is built: cabinets, casings, the wall's ends. */
export const TIMBER_LINE = materials["timber-line"];
export const MATERIALS = materials;
/** What stands on a wall, by its kind. */
export const THINGS: Record<string, string> = palette.things;
