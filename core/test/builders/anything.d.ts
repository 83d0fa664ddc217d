/** Anything that a schema lets through: what people who keep to the limits, and to nothing else, could have typed. */
import fc from 'fast-check';
import { type Collection, type Fact, type FactKind, type RecordOf } from '../../src';
interface JsonSchema {
    type?: string;
    const?: unknown;
    enum?: unknown[];
    anyOf?: JsonSchema[];
    oneOf?: JsonSchema[];
    properties?: Record<string, JsonSchema>;
    required?: string[];
    additionalProperties?: JsonSchema | boolean;
    propertyNames?: JsonSchema;
    items?: JsonSchema;
    prefixItems?: JsonSchema[];
    minItems?: number;
    maxItems?: number;
    minLength?: number;
    maxLength?: number;
    minimum?: number;
    maximum?: number;
    format?: string;
}
/** Something of a JSON schema; what it cannot say (one field against another) is left to chance. */
export declare function of(schema: JsonSchema): fc.Arbitrary<unknown>;
/** Any record of a collection. */
export declare function anyRecord<C extends Collection>(collection: C): fc.Arbitrary<RecordOf<C>>;
export declare const factKinds: FactKind[];
/** Any fact of a kind. */
export declare const anyFactOf: (kind: FactKind) => fc.Arbitrary<Fact>;
export {};
