<?php

declare(strict_types=1);

namespace Jorvent\Platform\Text;

use Symfony\Component\HtmlSanitizer\HtmlSanitizer;
use Symfony\Component\HtmlSanitizer\HtmlSanitizerConfig;
use Twig\Attribute\AsTwigFilter;

/** Text with headings, lists, bold, italics and links, and nothing else. Cleaned when it comes in and again when it is shown. */
final readonly class RichText
{
    private const MAX = 60_000;

    private HtmlSanitizer $sanitizer;

    public function __construct()
    {
        $config = (new HtmlSanitizerConfig())->withMaxInputLength(4 * self::MAX)->allowLinkSchemes(['https', 'http', 'mailto'])->allowRelativeLinks(false)->forceAttribute('a', 'rel', 'noopener nofollow');
        foreach (['p', 'h2', 'h3', 'ul', 'ol', 'li', 'strong', 'em', 'br'] as $tag) {
            $config = $config->allowElement($tag);
        }
        foreach (['div', 'span', 'section', 'article', 'font', 'u', 's', 'table', 'tbody', 'thead', 'tr', 'td', 'th', 'blockquote', 'pre', 'code', 'center', 'label'] as $tag) {
            $config = $config->blockElement($tag);
        }
        $this->sanitizer = new HtmlSanitizer($config->allowElement('a', ['href']));
    }

    /** What comes from an editor, a word processor or an older text without mark-up, as the few elements above; the same when cleaned again. */
    public function clean(string $html): string
    {
        $html = mb_substr(mb_scrub($html), 0, 4 * self::MAX);
        if ('' === trim(str_replace("\u{00A0}", ' ', strip_tags($html)))) {
            return '';
        }
        if (!str_contains($html, '<')) {
            return $this->fromPlain($html);
        }
        // what word processors write: conditional comments, their own elements, bold as <b>, titles as h1 or h4, lists as paragraphs with a bullet
        $html = (string) preg_replace(['/<!--.*?-->/s', '#</?(html|body)\b[^>]*>#i', '#<(style|script|xml|o:p|w:[a-z]+|head|title|meta)\b[^>]*>.*?</\1>#si', '#</?(o|w|v|m|st1):[^>]*>#i'], '', $html);
        $html = (string) preg_replace(['#<(/?)b(?=[\s>])[^>]*>#i', '#<(/?)i(?=[\s>])[^>]*>#i', '#<(/?)h1\b[^>]*>#i', '#<(/?)h[4-6]\b[^>]*>#i'], ['<$1strong>', '<$1em>', '<$1h2>', '<$1h3>'], $html);
        $html = (string) preg_replace('#<p[^>]*class="?MsoListParagraph[^>]*>(?:\s|&nbsp;|<[^>]+>)*[·•§o\-–]?(?:\s|&nbsp;|<[^>]+>)*(.*?)</p>#siu', '<ul><li>$1</li></ul>', $html);
        $clean = $this->sanitizer->sanitize($html);
        $clean = str_replace(['&#039;', '&#39;', '&#34;', '&#43;', '&#61;', '&#64;', '&#96;', "\u{00A0}", '&nbsp;'], ["'", "'", '"', '+', '=', '@', '`', ' ', ' '], $clean);
        $clean = (string) preg_replace(['#</ul>\s*<ul>#', '#<(p|h2|h3|li|strong|em|a)\b[^>]*>(?:\s|<br\s*/?>)*</\1>#', '#<br\s*/?>#', '/[ \t]{2,}/', '/\s*\n\s*/'], ['', '', '<br>', ' ', ' '], $clean);

        $clean = trim(mb_substr($clean, 0, self::MAX));

        return str_contains($clean, '<') || '' === $clean ? $clean : '<p>'.$clean.'</p>';
    }

    public function fromPlain(string $text): string
    {
        $html = '';
        foreach (preg_split('/\n\s*\n/', trim(str_replace("\r\n", "\n", $text))) ?: [] as $part) {
            $lines = explode("\n", trim($part), 2);
            $heading = isset($lines[1]) && mb_strlen($lines[0]) < 60 && 1 !== preg_match('/[.:;,!?]$/', $lines[0]);
            $html .= $heading ? '<h2>'.htmlspecialchars($lines[0], \ENT_NOQUOTES).'</h2>' : '';
            $body = $heading ? $lines[1] : trim($part);
            $html .= '' === $body ? '' : '<p>'.str_replace("\n", '<br>', htmlspecialchars($body, \ENT_NOQUOTES)).'</p>';
        }

        return $html;
    }

    /** The words alone, one block a line, list items with a dash: for boards without mark-up, searching, counting. */
    public static function plain(string $html): string
    {
        $text = (string) preg_replace(['#<li[^>]*>#i', '#<br\s*/?>#i', '#</(p|h2|h3|ul|ol)>#i', '#</li>#i'], ['– ', "\n", "\n\n", "\n"], $html);
        $text = html_entity_decode(strip_tags($text), \ENT_QUOTES | \ENT_HTML5);

        return trim((string) preg_replace(["/\n{3,}/", '/[ \t]+/'], ["\n\n", ' '], $text));
    }

    #[AsTwigFilter('rich', isSafe: ['html'])]
    public function show(?string $html): string
    {
        return $this->clean($html ?? '');
    }

    #[AsTwigFilter('plain')]
    public function words(?string $html): string
    {
        return self::plain($html ?? '');
    }
}
