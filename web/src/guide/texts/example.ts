/** A small key and a description, to try the page with. */
export const example = `Key to the maples of the lower valley

1a. Leaves compound, with 3–7 leaflets; twigs green .... Acer negundo L. (box elder)
1b. Leaves simple, palmately lobed .... 2
2a. Leaves more than 15 cm wide; sap milky .... Acer macrophyllum Pursh
2b. Leaves less than 12 cm wide; sap clear .... 3
3a. Lobes 7–9; fruit wings spreading .... Acer circinatum Pursh
3b. Lobes 3–5; fruit wings not spreading .... Acer glabrum Torr.

---
Acer glabrum Torr.
Shrub to 9 m tall. Leaves opposite, 3–8 cm wide, usually 3-lobed. Flowers yellow-green, May–June.
`
