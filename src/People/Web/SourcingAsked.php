<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Symfony\Component\HttpFoundation\Request;

/** Where in a search someone wants to be, besides what they look for. */
final readonly class SourcingAsked
{
    public const SOURCES = ['own', 'short', 'outside'];

    /**
     * @param string $person a number, or "BANK:REF"
     * @param int    $page   0 for that of the person
     * @param int    $new    a saved search of which only the new are wanted
     * @param string $add    a kind of criterion to be filled in
     */
    private function __construct(public string $source, public string $person, public int $page, public int $new, public string $add, private bool $bare)
    {
    }

    public static function of(Request $request): self
    {
        $query = $request->query;
        $in = $query->getString('in');
        $number = static fn (string $name): int => 1 === preg_match('/^\d{1,9}$/', $query->getString($name)) ? (int) $query->getString($name) : 0;

        return new self(\in_array($in, self::SOURCES, true) ? $in : 'own', $query->getString('person'), $number('page'), $number('new'), $query->getString('add'), 0 === $query->count());
    }

    /** Comes back without saying where to: to where one was. */
    public function isPlain(): bool
    {
        return $this->bare;
    }
}
