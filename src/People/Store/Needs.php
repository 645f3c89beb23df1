<?php

declare(strict_types=1);

namespace Jorvent\People\Store;

/** What a set that is put together comes from, and changes with. */
final readonly class Needs
{
    /**
     * @param list<string> $keys       whose sets it is put together from
     * @param list<string> $beginnings it changes with any key that begins so
     * @param bool         $texts      and with what anyone's text says, beyond which words
     */
    public function __construct(public array $keys, public array $beginnings = [], public bool $texts = false)
    {
    }

    /** @param array<array-key, int> $changed the last change of keys that changed, by key */
    public function changedSince(int $since, array $changed): bool
    {
        foreach ([] === $changed ? [] : $this->keys as $key) {
            if (isset($changed[$key]) && $changed[$key] >= $since) {
                return true;
            }
        }
        foreach ($this->beginnings as $beginning) {
            foreach ($changed as $key => $at) {
                if ($at >= $since && str_starts_with((string) $key, $beginning)) {
                    return true;
                }
            }
        }

        return false;
    }
}
