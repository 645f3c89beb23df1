<?php

declare(strict_types=1);

namespace Jorvent\Shell\Import;

use Jorvent\Core\Shared\Refusal;

/** A cell that can not be read: in which row, for which field, what it says, and why not. */
final readonly class CellError
{
    /** @param array<array-key, mixed> $data of the sentence that says why not */
    public function __construct(
        public int $row,
        public string $field,
        public string $code,
        public string $value,
        public array $data,
    ) {
    }

    public static function of(int $row, Refusal $refusal): self
    {
        $value = $refusal->data['value'] ?? '';

        return new self($row, $refusal->field, $refusal->code, (string) $value, $refusal->data);
    }

    /** @param array<string, mixed> $kept */
    public static function fromArray(array $kept): self
    {
        $text = static fn (string $name): string => \is_scalar($kept[$name] ?? null) ? (string) $kept[$name] : '';
        $data = $kept['data'] ?? [];

        return new self((int) $text('row'), $text('field'), $text('code'), $text('value'), \is_array($data) ? $data : []);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'row' => $this->row,
            'field' => $this->field,
            'code' => $this->code,
            'value' => $this->value,
            'data' => $this->data,
        ];
    }
}
