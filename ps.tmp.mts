const { drawnSheet } = await import('/work/main/testing/drawings.ts').catch(()=>import('/work/main/testing/sheet.ts'));
const { Chance } = await import('/work/main/testing/random.ts');
const { shippedKits } = await import('/work/main/e2e/wall.ts');
const { readSheetOfDrawings } = await import('/work/main/core/index.ts');
const { kits, fonts } = shippedKits();
const kit = kits.get('skerry-line@2.1.0');
let n=0; const large = drawnSheet(new Chance(3), 2200);
console.log(large.slice(0,900));
for (let k=0;k<4;k++){const t=performance.now(); readSheetOfDrawings(large, kit, fonts, ()=>`d${++n}`); console.log((performance.now()-t).toFixed(0));}
