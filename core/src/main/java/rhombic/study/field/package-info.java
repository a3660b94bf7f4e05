/**
 * What can be said once about any value that a study holds. A {@link rhombic.study.field.FieldType} tells how a value is built: of
 * names, numbers, quantities, lists, and parts that have names of their own. Files, schema, renaming, and whatever asks what a value
 * names follow from it; none of them knows a single kind of value.
 */
@NullMarked
package rhombic.study.field;

import org.jspecify.annotations.NullMarked;
