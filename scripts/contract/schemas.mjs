// Types of TypeScript as JSON Schema (2020-12). Named types of the contract become components, so that what is one thing stays one.
import ts from 'typescript';

/**
 * Makes schemas of the types that `checker` knows. `components` fills with the named ones. Throws for what JSON cannot hold, and for
 * what says nothing (`any`, `unknown`, `object`): an answer of which nobody knows what it is.
 */
export function schemaMaker(checker, components) {
  /** The name of each named type, and what it is the name of. */
  const names = new Map();
  const taken = new Map();

  function nameOf(type) {
    const symbol = type.aliasSymbol ?? type.symbol;
    if (!symbol || symbol.flags & (ts.SymbolFlags.TypeLiteral | ts.SymbolFlags.ObjectLiteral)) return null;
    const args = type.aliasTypeArguments ?? (type.objectFlags & ts.ObjectFlags.Reference ? checker.getTypeArguments(type) : []);
    if (args.length > 0 || symbol.escapedName === '__type') return null;
    const known = names.get(type);
    if (known) return known;
    // Two rooms may have a type of one name.
    const n = (taken.get(symbol.name) ?? 0) + 1;
    taken.set(symbol.name, n);
    const name = n === 1 ? symbol.name : `${symbol.name}${String(n)}`;
    names.set(type, name);
    return name;
  }

  const words = (symbol) => ts.displayPartsToString(symbol.getDocumentationComment(checker)).replace(/\s+/g, ' ').trim();
  const described = (schema, symbol) => {
    const description = symbol ? words(symbol) : '';
    return description === '' ? schema : { ...schema, description };
  };

  function schemaOf(type, at) {
    const { flags } = type;
    if (flags & (ts.TypeFlags.Any | ts.TypeFlags.Unknown | ts.TypeFlags.NonPrimitive)) {
      throw new Error(`${at} is ${checker.typeToString(type)}: say what it is`);
    }
    if (flags & ts.TypeFlags.StringLiteral || flags & ts.TypeFlags.NumberLiteral) return { const: type.value };
    if (flags & ts.TypeFlags.BooleanLiteral) return { const: type.intrinsicName === 'true' };
    if (flags & ts.TypeFlags.StringLike) return { type: 'string' };
    if (flags & ts.TypeFlags.NumberLike) return { type: 'number' };
    if (flags & ts.TypeFlags.BooleanLike) return { type: 'boolean' };
    if (flags & ts.TypeFlags.Null) return { type: 'null' };
    if (type.isUnion()) return unionOf(type.types, at);
    if (checker.isTupleType(type)) {
      const parts = checker.getTypeArguments(type).map((t, i) => schemaOf(t, `${at}[${String(i)}]`));
      return { type: 'array', prefixItems: parts, minItems: parts.length, maxItems: parts.length };
    }
    if (checker.isArrayType(type)) return { type: 'array', items: schemaOf(checker.getTypeArguments(type)[0], `${at}[]`) };
    if (type.getCallSignatures().length > 0) throw new Error(`${at} is a function, which JSON cannot hold`);
    const name = nameOf(type);
    if (name === null) return objectOf(type, at);
    if (!(name in components)) {
      // Set before it is made: it may hold itself.
      components[name] = {};
      components[name] = described(objectOf(type, name), type.aliasSymbol ?? type.symbol);
    }
    return { $ref: `#/components/schemas/${name}` };
  }

  function unionOf(types, at) {
    const parts = types.filter((t) => !(t.flags & ts.TypeFlags.Undefined)).map((t) => schemaOf(t, at));
    const values = parts.filter((p) => 'const' in p).map((p) => p.const);
    const rest = parts.filter((p) => !('const' in p));
    if (values.length === 2 && values.every((v) => typeof v === 'boolean')) rest.unshift({ type: 'boolean' });
    else if (values.length > 0) rest.unshift(values.length === 1 ? { const: values[0] } : { enum: values });
    if (rest.length === 1) return rest[0];
    // "a string or null" is one line instead of two.
    if (rest.every((p) => Object.keys(p).length === 1 && typeof p.type === 'string')) return { type: rest.map((p) => p.type) };
    return { anyOf: rest };
  }

  function objectOf(type, at) {
    const properties = {};
    const required = [];
    for (const property of checker.getPropertiesOfType(type)) {
      const of = checker.getTypeOfSymbol(property);
      const optional =
        (property.flags & ts.SymbolFlags.Optional) !== 0 || (of.isUnion() && of.types.some((t) => t.flags & ts.TypeFlags.Undefined));
      properties[property.name] = described(schemaOf(of, `${at}.${property.name}`), property);
      if (!optional) required.push(property.name);
    }
    const index = checker.getIndexInfosOfType(type)[0];
    return {
      type: 'object',
      ...(Object.keys(properties).length > 0 ? { properties } : {}),
      ...(required.length > 0 ? { required } : {}),
      ...(index ? { additionalProperties: schemaOf(index.type, `${at}[…]`) } : {}),
    };
  }

  return schemaOf;
}
