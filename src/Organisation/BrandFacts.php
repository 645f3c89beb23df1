<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Jorvent\Core\Careers\Colours;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;

/** What an admin says of a brand. */
final readonly class BrandFacts
{
    /** Languages in which candidates are spoken to. */
    public const LOCALES = ['en', 'nb', 'pl'];
    private const SHORTEST_NAME = 2;
    private const LONGEST_NAME = 60;
    private const LONGEST = ['tagline' => 120, 'lead' => 400];
    /** Words of the careers site's own addresses. */
    private const TAKEN = ['alerts', 'guide', 'about', 'looks', 'mind', 'yours', 'openings'];

    /**
     * @param string                               $key   part of its address; '' for the first brand
     * @param array<string, array<string, string>> $texts tagline and lead by language
     * @param list<int>                            $units that hire under it, with all below them
     */
    public function __construct(
        public string $key,
        public string $name,
        public string $contact,
        public Colours $colours,
        public bool $chart,
        public array $texts,
        public array $units,
    ) {
    }

    /**
     * @param bool $main whether it is the first brand, which has no address of its own
     *
     * @throws Refused at name, key, contact, a colour, or tagline.LANGUAGE and lead.LANGUAGE
     */
    public function check(bool $main): void
    {
        $length = mb_strlen($this->name);
        $isName = $length >= self::SHORTEST_NAME && $length <= self::LONGEST_NAME;
        $isKey = 1 === preg_match('/^[a-z][a-z0-9-]{1,29}$/D', $this->key) && !\in_array($this->key, self::TAKEN, true);
        $isAddress = false !== filter_var($this->contact, \FILTER_VALIDATE_EMAIL);
        Refused::unlessEmpty([
            ...$this->colours->refuse(),
            ...$isName ? [] : [new Refusal('name', 'brand_name')],
            ...$main || $isKey ? [] : [new Refusal('key', 'brand_key')],
            ...$isAddress ? [] : [new Refusal('contact', '' === $this->contact ? 'missing' : 'email_wrong')],
            ...$this->tooLong(),
        ]);
    }

    /** @return list<Refusal> */
    private function tooLong(): array
    {
        $refusals = [];
        foreach ($this->texts as $locale => $texts) {
            foreach (self::LONGEST as $which => $most) {
                if (mb_strlen($texts[$which] ?? '') > $most) {
                    $refusals[] = new Refusal("$which.$locale", 'too_long', ['most' => $most]);
                }
            }
        }

        return $refusals;
    }
}
