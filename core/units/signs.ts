/** Signs that are not seen, or that act on what stands around them: controls, formats, lone surrogates, line separators, and code points that are no sign (Unicode general categories). */
export const unseenSign = /[\p{Cc}\p{Cf}\p{Cs}\p{Zl}\p{Zp}\p{Noncharacter_Code_Point}]/u
