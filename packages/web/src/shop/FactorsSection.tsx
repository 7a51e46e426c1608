import { FACTORS, MM_PER_INCH, type Factor } from '@rapid-jig/core';
import { DecimalField } from '../fields/DecimalField';
import { useUnit } from '../use-services';
import { SOURCE_WORDS } from '../words/plan';
import type { SectionProps } from './HabitsSection';
import { Section } from './Section';

/** Every figure that minutes and blades rest on, each to be replaced by the maker's own. */
export function FactorsSection({ shop, edit }: SectionProps) {
  return (
    <Section
      title="What the minutes rest on"
      id="factors"
      note="Each figure is ours until you put in your own. An emptied field goes back to ours."
    >
      {FACTORS.map((factor) => (
        <FactorField key={factor.id} factor={factor} shop={shop} edit={edit} />
      ))}
    </Section>
  );
}

/** What a unit is called in an inch shop, and how many mm or mm² are one. */
const IN_INCHES: Readonly<Record<string, { readonly unit: string; readonly mm: number }>> = {
  'mm²': { unit: 'sq in', mm: MM_PER_INCH ** 2 },
  'mm²/min': { unit: 'sq in/min', mm: MM_PER_INCH ** 2 },
  mm: { unit: 'in', mm: MM_PER_INCH },
  'mm/min': { unit: 'in/min', mm: MM_PER_INCH },
};

/** To what is typed, and not what a product leaves: 3225.8 and not 3225.7999999999997. */
const rounded = (figure: number): number => Number(figure.toPrecision(12));

function FactorField({
  factor: { id, name, unit, value, source },
  shop,
  edit,
}: SectionProps & { readonly factor: Factor }) {
  const { unit: shown } = useUnit();
  const inches = shown === 'in' ? IN_INCHES[unit] : undefined;
  const own = shop.factors[id];
  const figure = own ?? value;
  return (
    <DecimalField
      label={`${name} (${inches?.unit ?? unit})`}
      value={inches ? Math.round((figure / inches.mm) * 100) / 100 : figure}
      help={SOURCE_WORDS[own === undefined ? source : 'your-figure']}
      least={0.001}
      most={1e7}
      width={300}
      onChange={(typed) => edit({ factors: { ...shop.factors, [id]: inches ? rounded(typed * inches.mm) : typed } })}
      onClear={() => edit({ factors: Object.fromEntries(Object.entries(shop.factors).filter(([key]) => key !== id)) })}
    />
  );
}
