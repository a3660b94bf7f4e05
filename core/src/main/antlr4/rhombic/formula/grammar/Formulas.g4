/**
 * Formulas of the user's own: values, comparisons and choices; no loops, no assignments, nothing outside.
 * The lower an alternative of "expression" stands, the weaker it binds.
 */
grammar Formulas;

whole : expression EOF ;

expression
    : '(' expression ')'                                        # inBrackets
    | NUMBER                                                    # number
    | TEXT                                                      # text
    | (TRUE | FALSE)                                            # yesNo
    | NAME '(' (expression (',' expression)*)? ')' ('.' name)?  # call
    | NAME '.' name                                             # ofSomething
    | NAME                                                      # bare
    | sign=('-' | '+') expression                               # signed
    | NOT expression                                            # negation
    | expression sign=('*' | '/' | '%') expression              # product
    | expression sign=('+' | '-') expression                    # sum
    | expression sign=(BELOW | NOT_ABOVE | ABOVE | NOT_BELOW) expression  # relation
    | expression sign=(SAME | OTHER_THAN) expression            # equality
    | expression AND expression                                 # both
    | expression OR expression                                  # either
    | <assoc=right> expression '?' expression ':' expression    # choice
    ;

/** After a point any word is a name. */
name : NAME | TRUE | FALSE | NOT | AND | OR | BELOW | NOT_ABOVE | ABOVE | NOT_BELOW | SAME | OTHER_THAN ;

TRUE : 'true' ;
FALSE : 'false' ;
NOT : '!' | 'not' ;
AND : '&&' | 'and' ;
OR : '||' | 'or' ;
BELOW : '<' | 'lt' ;
NOT_ABOVE : '<=' | 'le' ;
ABOVE : '>' | 'gt' ;
NOT_BELOW : '>=' | 'ge' ;
SAME : '==' | 'eq' ;
OTHER_THAN : '!=' | 'ne' ;

NUMBER : (DIGIT+ ('.' DIGIT+)? | '.' DIGIT+) ([eE] [+\-]? DIGIT+)? ;
TEXT : '\'' ~[']* '\'' | '"' ~["]* '"' ;
NAME : LETTER (LETTER | DIGIT)* ;
SPACE : [ \t\r\n\u00A0]+ -> skip ;

// What has no meaning gets a token of its own, so that it can be told with its remedy.
OPEN_TEXT : '\'' ~[']* | '"' ~["]* ;
SETS : '=' ;
ONE_AND : '&' ;
ONE_OR : '|' ;
ODD : '++' | '--' | '<<' | '>>' | '===' | '!==' | '->' | '=>' | '..' | '?.' | '??' | '?:' | '=~' ;
OTHER : . ;

fragment DIGIT : [0-9] ;
fragment LETTER : [A-Za-z_\u00C0-\u024F] ;
