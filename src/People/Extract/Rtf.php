<?php

declare(strict_types=1);

namespace Jorvent\People\Extract;

/** Rich Text Format 1.9: the text, with its code page and its Unicode escapes; what is not text (fonts, styles, pictures, objects) is passed over. */
final class Rtf
{
    private const PASSED = ['fonttbl', 'colortbl', 'stylesheet', 'info', 'pict', 'object', 'themedata', 'colorschememapping', 'datastore', 'latentstyles', 'listtable', 'listoverridetable', 'rsidtbl', 'generator', 'fldinst', 'xmlnstbl', 'footer', 'footerf', 'footerl', 'footerr', 'footnote', 'bkmkstart', 'bkmkend', 'filetbl', 'revtbl', 'pntext', 'listtext', 'nonshppict'];
    private const SIGNS = ['emdash' => '—', 'endash' => '–', 'bullet' => '•', 'lquote' => '‘', 'rquote' => '’', 'ldblquote' => '“', 'rdblquote' => '”', 'emspace' => ' ', 'enspace' => ' ', '~' => ' ', '_' => '-', '-' => ''];
    private const DEEPEST = 400;

    private string $bytes = '';
    private string $page = 'Windows-1252';

    private function __construct(private readonly Lines $lines = new Lines())
    {
    }

    public static function text(string $content): string
    {
        return (new self())->read($content);
    }

    private function flush(): void
    {
        if ('' !== $this->bytes) {
            $text = @iconv($this->page, 'UTF-8//IGNORE', $this->bytes);
            $this->lines->add(false === $text ? '' : $text);
            $this->bytes = '';
        }
    }

    private function read(string $content): string
    {
        $lines = $this->lines;
        $stack = [];
        [$passed, $skip] = [false, 1];
        $cells = $wait = 0;
        $at = 0;
        $length = \strlen($content);
        while ($at < $length) {
            $sign = $content[$at];
            if ('{' === $sign) {
                $this->flush();
                $stack[] = [$passed, $skip];
                if (\count($stack) > self::DEEPEST) {
                    throw new Broken('file_bomb');
                }
                ++$at;
            } elseif ('}' === $sign) {
                $this->flush();
                [$passed, $skip] = array_pop($stack) ?? [false, 1];
                ++$at;
            } elseif ('\\' === $sign) {
                if (1 === preg_match("/\\G\\\\'([0-9a-fA-F]{2})/", $content, $m, 0, $at)) {
                    $at += 4;
                    if ($wait > 0) {
                        --$wait;
                    } elseif (!$passed) {
                        $this->bytes .= \chr((int) hexdec($m[1]));
                    }
                    continue;
                }
                if (1 === preg_match('/\G\\\\([a-zA-Z]{1,32})(-?\d{1,10})? ?/', $content, $m, 0, $at)) {
                    $at += \strlen($m[0]);
                    [$word, $number] = [$m[1], isset($m[2]) ? (int) $m[2] : null];
                    if (\in_array($word, self::PASSED, true)) {
                        $passed = true;
                    }
                    if ('bin' === $word) {
                        $at += max(0, (int) $number);
                    } elseif ('ansicpg' === $word && \in_array($number, [1250, 1251, 1252, 1253, 1254, 1257, 437, 850, 852], true)) {
                        $this->page = ($number > 1000 ? 'Windows-' : 'CP').$number;
                    } elseif ('uc' === $word) {
                        $skip = max(0, min(8, (int) $number));
                    } elseif ($passed) {
                        continue;
                    } elseif ('u' === $word && null !== $number) {
                        $this->flush();
                        $code = $number < 0 ? $number + 65536 : $number;
                        $lines->add($code >= 0xD800 && $code < 0xE000 ? '' : (mb_chr($code) ?: ''));
                        $wait = $skip;
                    } else {
                        $this->flush();
                        match ($word) {
                            'par', 'line', 'sect', 'page' => $lines->end(), 'tab' => $lines->tab(), 'trowd' => $cells = self::row($lines, $cells), 'cell' => $cells = self::cell($lines, $cells), 'row' => $cells = self::endRow($lines, $cells), 'pnlvlblt', 'ls' => $lines->item(), default => isset(self::SIGNS[$word]) ? $lines->add(self::SIGNS[$word]) : null,
                        };
                    }
                    continue;
                }
                $next = $content[$at + 1] ?? '';
                $at += 2;
                if ('*' === $next) {
                    $passed = true;
                } elseif (!$passed) {
                    $this->flush();
                    "\n" === $next || "\r" === $next ? $lines->end() : $lines->add(self::SIGNS[$next] ?? (\in_array($next, ['\\', '{', '}'], true) ? $next : ''));
                }
            } else {
                $run = strcspn($content, '\\{}', $at);
                if (!$passed) {
                    $text = str_replace(["\r", "\n"], '', substr($content, $at, $run));
                    if ($wait > 0) {
                        $cut = min($wait, \strlen($text));
                        $text = substr($text, $cut);
                        $wait -= $cut;
                    }
                    $this->bytes .= $text;
                }
                $at += max(1, $run);
            }
        }
        $this->flush();

        return $lines->text();
    }

    private static function row(Lines $lines, int $open): int
    {
        if (0 === $open) {
            $lines->row();
            $lines->cell();
        }

        return 1;
    }

    private static function cell(Lines $lines, int $open): int
    {
        if ($open > 0) {
            $lines->end();
            $lines->cell();
        } else {
            $lines->tab();
        }

        return $open;
    }

    private static function endRow(Lines $lines, int $open): int
    {
        if ($open > 0) {
            $lines->endRow();
        }

        return 0;
    }
}
