/**
 * What an element does, said in sentences whose values can be changed: values only, without a toolkit. Each kind has its class; a token
 * that is changed gives the changed study.
 */
@NullMarked
package rhombic.desktop.card.sentences;

import org.jspecify.annotations.NullMarked;
