<?php

declare(strict_types=1);

namespace Jorvent\Core\Messages;

use Jorvent\Core\Shared\Refusal;

/** A text with merge fields such as {{ candidate }}. Nothing is sent with a field open. */
final readonly class Template
{
    public function __construct(public string $subject, public string $body)
    {
    }

    /**
     * @param array<string, string> $values by field name
     *
     * @return list<Refusal> one per field that is unknown or has no value
     */
    public function blockers(array $values): array
    {
        $refusals = [];
        foreach (['subject' => $this->subject, 'body' => $this->body] as $field => $text) {
            if ('' === trim($text)) {
                $refusals[] = new Refusal($field, 'text_empty');
            }
            preg_match_all('/\{\{\s*([^{}]*?)\s*\}\}/u', $text, $matches);
            foreach (array_unique($matches[1]) as $name) {
                if ('' === ($values[$name] ?? '')) {
                    $refusals[] = new Refusal($field, \array_key_exists($name, $values) ? 'merge_field_without_value' : 'merge_field_unknown', ['name' => $name]);
                }
            }
        }

        return $refusals;
    }

    /** @param array<string, string> $values */
    public function fill(array $values): self
    {
        $fill = static fn (string $text): string => (string) preg_replace_callback('/\{\{\s*([^{}]*?)\s*\}\}/u', static fn (array $m): string => $values[$m[1]] ?? $m[0], $text);

        return new self($fill($this->subject), $fill($this->body));
    }
}
