/** What the station file's JSON Schema says of each part: its fields, and what a form asks for them. */
import file from '../../../../tithe/document/station.schema.json';
import type { PartModel } from '../api/client';
import type { Quantity } from '../station/units';

export interface Ask {
  as: 'number' | 'choice' | 'truth' | 'switch' | 'line-type' | 'network' | 'setting' | 'by-frequency';
  quantity: Quantity;
  section?: string;
  after?: string;
  /** Least, most and step of a slider. */
  slide?: [number, number, number];
  choices?: Record<string, string>;
  heads?: string[];
  /** What a field begins with that has no usual value. */
  start?: unknown;
}
interface Property {
  title?: string;
  ask?: Ask;
  const?: unknown;
  enum?: unknown[];
  default?: unknown;
  type?: string;
  $ref?: string;
  anyOf?: Property[];
  oneOf?: Property[];
}
export interface Definition {
  properties: Record<string, Property>;
  required?: string[];
}
export interface Field {
  key: string;
  title: string;
  ask: Ask;
  optional: boolean;
  /** What holds where nothing is given. */
  usual: unknown;
}

const definitions = file.$defs as unknown as Record<string, Definition>;
const parts = (file.properties.chain.items.oneOf as { $ref: string }[]).map(({ $ref }) => named($ref));

function named(reference: string): Definition {
  return definitions[reference.split('/').at(-1) ?? ''] as Definition;
}

/** The values that a property is bound to, where they are counted up. */
function constants(property: Property | undefined): unknown[] {
  return property?.const === undefined ? (property?.enum ?? []) : [property.const];
}

/** The definition of a part: the one whose kind and network are the part's. */
export function definitionOf(part: { kind: string; network?: string }): Definition {
  const fits = (definition: Definition, key: 'kind' | 'network') =>
    !(key in definition.properties) || constants(definition.properties[key]).includes(part[key]);
  const kind = parts.filter((part) => fits(part, 'kind'));
  return (kind.find((definition) => fits(definition, 'network')) ?? kind[0]) as Definition;
}

const shapes = Object.values(definitions).filter(
  (definition: Partial<Definition>) =>
    definition.properties?.kind?.const === 'wires' && definition.properties.shape,
);

/** The definition of a shape of an antenna that is planned. */
export function shapeNamed(shape: string): Definition {
  return (shapes.find(({ properties }) => properties.shape?.const === shape) ?? shapes[0]) as Definition;
}

/** The fields that a form asks, in their order. */
export function fieldsOf({ properties }: Definition): Field[] {
  return Object.entries(properties).flatMap(([key, property]) =>
    property.ask
      ? [
          {
            key,
            title: property.title ?? key,
            ask: property.ask,
            optional: isOptional(property),
            usual: property.default,
          },
        ]
      : [],
  );
}

function isOptional(property: Property): boolean {
  return (property.anyOf ?? []).some((option) => option.type === 'null');
}

/** The objects that a property may hold. */
export function objectsIn(property: Property | undefined): Definition[] {
  const among = [...(property?.anyOf ?? []), ...(property?.oneOf ?? [])];
  return among.flatMap((option) => (option.$ref ? [named(option.$ref)] : []));
}

/** The definition among a property's objects that a value fits: all that it requires is there. */
export function shapeOf(property: Property | undefined, value: object): Definition | undefined {
  return objectsIn(property).find((option) => (option.required ?? []).every((key) => key in value));
}

/** What the networks of a kind are called, over all definitions of the kind. */
export function networksOf(kind: string): [string, string][] {
  const same = parts.filter((part) => constants(part.properties.kind).includes(kind));
  return same.flatMap((definition) => Object.entries(definition.properties.network?.ask?.choices ?? {}));
}

/** The same part with another network: what means the same there is kept, the rest begins anew. */
export function withNetwork(part: PartModel, network: string): PartModel {
  const next = definitionOf({ kind: part.kind, network });
  const before = definitionOf(part);
  const meaning = (key: string) => key in next.properties && key in before.properties && !UNSET.includes(key);
  const kept = Object.fromEntries(Object.entries(part).filter(([key]) => meaning(key)));
  const fresh = Object.fromEntries(
    fieldsOf(next)
      .map(({ key, ask }): [string, unknown] => [key, ask.start ?? next.properties[key]?.default])
      .filter(([, value]) => value != null),
  );
  const bypassed = 'setting' in part && part.setting === 'bypass';
  return { ...fresh, ...kept, kind: part.kind, network, setting: bypassed ? 'bypass' : 'auto' } as PartModel;
}
const UNSET = ['setting', 'set_mhz', 'network', 'dials', 'presets'];
