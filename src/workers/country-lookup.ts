import countries from "i18n-iso-countries";
import da from "i18n-iso-countries/langs/da.json";
import de from "i18n-iso-countries/langs/de.json";
import en from "i18n-iso-countries/langs/en.json";
import et from "i18n-iso-countries/langs/et.json";
import fi from "i18n-iso-countries/langs/fi.json";
import fr from "i18n-iso-countries/langs/fr.json";
import lt from "i18n-iso-countries/langs/lt.json";
import lv from "i18n-iso-countries/langs/lv.json";
import nb from "i18n-iso-countries/langs/nb.json";
import pl from "i18n-iso-countries/langs/pl.json";
import sv from "i18n-iso-countries/langs/sv.json";
import { isCountry } from "@/core/zones/countries";

const languages = [en, de, fr, sv, fi, da, nb, et, lv, lt, pl];
for (const language of languages) countries.registerLocale(language);

/** A country's two letters by these, its three letters, or its name in a language carriers around here write in. */
export function countryOf(text: string): string | undefined {
  const letters = text.toUpperCase();
  if (isCountry(letters)) return letters;
  const found =
    countries.alpha3ToAlpha2(letters) ??
    languages.map(({ locale }) => countries.getAlpha2Code(text, locale)).find((code) => code !== undefined);
  return found !== undefined && isCountry(found) ? found : undefined;
}
