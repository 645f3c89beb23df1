<?php

declare(strict_types=1);

namespace Jorvent\Core\Resume;

/** Divides a resume by its headings: work, education, skills, languages, certificates, summary, contact, other; what stands before the first is the top. */
final class Sections
{
    /** @var array<string, string> kind by folded heading */
    private readonly array $headings;

    public function __construct(Tongues $tongues)
    {
        $this->headings = array_map(strval(...), $tongues->meanings('headings'));
    }

    /**
     * @param list<Line> $lines
     *
     * @return array<string, list<Line>> by kind, in the order of the text
     */
    public function divide(array $lines): array
    {
        $sections = ['top' => []];
        $kind = 'top';
        $apart = true;
        foreach ($lines as $line) {
            [$heading, $rest] = $this->heading($line);
            // "Languages: Go, Java" within the skills is a line of them; with a blank above it is a heading
            if (null !== $heading && ('' === $rest || $apart)) {
                $kind = $heading;
                $sections[$kind] ??= [];
                if ('' !== $rest) {
                    $sections[$kind][] = Line::all($rest)[0] ?? $line;
                }
                $apart = '' !== $rest;
                continue;
            }
            $apart = $line->blank;
            $sections[$kind][] = $line;
        }

        return $sections;
    }

    /** @return array{string|null, string} the kind, and what stands in the same line */
    private function heading(Line $line): array
    {
        if ($line->blank || $line->bullet || mb_strlen($line->text) > 300) {
            return [null, ''];
        }
        $phrase = Folded::phrase($line->text);
        if (isset($this->headings[$phrase])) {
            return [$this->headings[$phrase], ''];
        }
        // "1. Work experience", "Work experience (relevant)"
        $bare = Folded::phrase((string) preg_replace('/^\s*(?:[\dIVX]+[.)]\s*)|\s*\([^)]*\)\s*$/u', '', $line->text));
        if (isset($this->headings[$bare])) {
            return [$this->headings[$bare], ''];
        }
        if (1 === preg_match('/^([^:]{3,40}):\s+(\S.*)$/u', $line->text, $m) && isset($this->headings[Folded::phrase($m[1])])) {
            $kind = $this->headings[Folded::phrase($m[1])];

            // "Education: ..." in one line is a section of a line or more; a label of one field ("Language: English") is so too
            return \in_array($kind, ['skills', 'languages', 'certificates', 'education', 'summary', 'other'], true) ? [$kind, $m[2]] : [null, ''];
        }

        return [null, ''];
    }
}
