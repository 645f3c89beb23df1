<?php

declare(strict_types=1);

namespace Jorvent\Core\Query;

enum ProblemCode: string
{
    case TooLong = 'too_long';
    case TooDeep = 'too_deep';
    case QuoteNotClosed = 'quote_not_closed';
    case BracketNotClosed = 'bracket_not_closed';
    case BracketNotOpened = 'bracket_not_opened';
    case OperandMissing = 'operand_missing';
    case StarWithoutWord = 'star_without_word';
    case EmptyGroup = 'empty_group';
    case OperatorInSmallLetters = 'operator_in_small_letters';
    case OnlyExclusions = 'only_exclusions';
    case UnknownField = 'unknown_field';
    case CommaList = 'comma_list';

    /** A hint does not hold the search. */
    public function isHint(): bool
    {
        return \in_array($this, [self::OperatorInSmallLetters, self::OnlyExclusions, self::UnknownField, self::CommaList], true);
    }
}
