<?php

declare(strict_types=1);

namespace Jorvent\People\Read;

/** What is set about a person on their page: their tags and lists, and those there are. */
final readonly class PersonSheet
{
    /**
     * @param array<int, string> $tags    names by id
     * @param list<string>       $allTags names, the most used first
     * @param array<int, string> $onLists names by id, of the lists one sees
     * @param array<int, string> $lists   names by id, of the lists one sees
     */
    public function __construct(public array $tags, public array $allTags, public array $onLists, public array $lists)
    {
    }
}
