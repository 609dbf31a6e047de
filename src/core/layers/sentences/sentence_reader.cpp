// Reading sentences, of sentence.h.
#include <algorithm>
#include <cctype>
#include <optional>

#include "core/base/nearest_word.h"
#include "core/layers/sentences/sentence.h"
#include "core/layers/sentences/sentence_words.h"

namespace amber {
namespace {

// A word or a quoted name.
struct Token {
  std::string text;
  bool quoted = false;
  bool closed = true;     // A quoted name that ends with its quote.
  std::size_t begin = 0;  // In bytes.
  std::size_t end = 0;
  std::size_t column = 1;  // In characters.
};

bool isSpace(char c) {
  return c == ' ' || c == '\t' || c == '\n' || c == '\r';
}

std::size_t charactersIn(std::string_view bytes) {
  return static_cast<std::size_t>(std::count_if(bytes.begin(), bytes.end(), [](char c) {
    return (static_cast<unsigned char>(c) & 0xC0) != 0x80;
  }));
}

Token tokenAt(std::string_view text, std::size_t begin) {
  Token token;
  token.begin = begin;
  token.quoted = text[begin] == '"';
  std::size_t at = begin;
  if (!token.quoted) {
    while (at < text.size() && !isSpace(text[at]) && text[at] != '"') token.text += text[at++];
    token.end = at;
    return token;
  }
  token.closed = false;
  for (++at; at < text.size(); ++at) {
    if (text[at] == '"') {
      token.closed = true;
      ++at;
      break;
    }
    if (text[at] == '\\' && at + 1 < text.size()) ++at;
    token.text += text[at];
  }
  token.end = at;
  return token;
}

std::vector<Token> tokensOf(std::string_view text) {
  std::vector<Token> tokens;
  std::size_t counted = 0;
  std::size_t column = 1;
  for (std::size_t at = 0; at < text.size();) {
    if (isSpace(text[at])) {
      ++at;
      continue;
    }
    column += charactersIn(text.substr(counted, at - counted));
    counted = at;
    Token token = tokenAt(text, at);
    token.column = column;
    at = token.end;
    tokens.push_back(std::move(token));
  }
  return tokens;
}

// The words that are allowed at one place.
struct Choice {
  std::string_view what = {};                            // "an asset", for the names.
  const std::vector<std::string_view>* names = nullptr;  // Null for none.
  std::vector<std::string_view> words = {};
  bool end = false;  // The sentence may end there.
};

std::string inWords(const Choice& choice) {
  std::vector<std::string> parts;
  if (choice.names != nullptr) parts.emplace_back(choice.what);
  for (const std::string_view word : choice.words) parts.push_back('"' + std::string(word) + '"');
  if (choice.end) parts.emplace_back("the end");
  std::string text;
  for (std::size_t i = 0; i < parts.size(); ++i) {
    if (i > 0) text += i + 1 == parts.size() ? " or " : ", ";
    text += parts[i];
  }
  return text;
}

class Reader {
 public:
  Reader(std::string_view text, std::vector<Token> tokens, const Vocabulary& names)
      : text_(text), tokens_(std::move(tokens)), names_(names) {}

  std::optional<Expectation> sentence() {
    Expectation read;
    const auto verbs = [this] {
      return nextIsWord("stops") || nextIsWord("notices") || nextIsWord("passes");
    };
    const Choice afterWho{.words = {kVerbPhrases.begin(), kVerbPhrases.end()}};
    if (!phrase(read.who, afterWho, verbs) || !verb(read.verb, afterWho)) return std::nullopt;
    const auto ends = [this] { return atEnd() || nextIsWord("only"); };
    if (!phrase(read.whom, {.words = {"only"}, .end = true}, ends)) return std::nullopt;
    consider(read.whom.role.empty() ? Choice{"a role", &names_.roles, {"only"}, true}
                                    : Choice{.words = {"only"}, .end = true});
    read.only = take("only");
    if (!atEnd())
      return fail(read.only ? Choice{.end = true} : Choice{.words = {"only"}, .end = true});
    return read;
  }

  const SentenceTrouble& trouble() const { return trouble_; }
  // The words that are allowed at the end of the text; nothing if the end was not reached.
  const std::optional<Choice>& offered() const { return offered_; }

 private:
  bool atEnd() const { return next_ == tokens_.size(); }

  bool nextIsWord(std::string_view word) const {
    return !atEnd() && !tokens_[next_].quoted && tokens_[next_].text == word;
  }

  bool take(std::string_view word) {
    if (!nextIsWord(word)) return false;
    ++next_;
    return true;
  }

  void consider(const Choice& choice) {
    if (atEnd()) offered_ = choice;
  }

  std::nullopt_t fail(const Choice& choice) {
    consider(choice);
    trouble_ = {};
    trouble_.expected = inWords(choice);
    if (atEnd()) {
      trouble_.column = charactersIn(text_) + 1;
      return std::nullopt;
    }
    const Token& token = tokens_[next_];
    trouble_.column = token.column;
    trouble_.found = text_.substr(token.begin, token.end - token.begin);
    if (token.quoted && !token.closed) {
      trouble_.expected = "a closing quote after the name";
      return std::nullopt;
    }
    // A verb of two words is mistyped by its first.
    std::vector<std::string_view> near;
    for (const std::string_view word : choice.words) near.push_back(word.substr(0, word.find(' ')));
    const std::size_t words = near.size();
    if (choice.names != nullptr) {
      near.insert(near.end(), choice.names->begin(), choice.names->end());
    }
    const std::string_view nearest = nearestWord(token.text, near);
    if (nearest.empty()) return std::nullopt;
    const auto place =
        static_cast<std::size_t>(std::find(near.begin(), near.end(), nearest) - near.begin());
    trouble_.nearest = place < words ? std::string(choice.words[place]) : typedName(nearest);
    return std::nullopt;
  }

  // Takes a name of the choice.
  bool name(std::string& into, const Choice& choice) {
    consider(choice);
    const bool known = !atEnd() && tokens_[next_].closed && !isReserved(tokens_[next_]) &&
                       std::find(choice.names->begin(), choice.names->end(), tokens_[next_].text) !=
                           choice.names->end();
    if (!known) {
      fail(choice);
      return false;
    }
    into = tokens_[next_++].text;
    return true;
  }

  // A reserved word of the grammar, which is not a name without quotes.
  static bool isReserved(const Token& token) {
    return !token.quoted && std::find(kSentenceWords.begin(), kSentenceWords.end(), token.text) !=
                                kSentenceWords.end();
  }

  // Takes a phrase, after which stands one of `after`.
  template <class Follows>
  bool phrase(Phrase& into, const Choice& after, const Follows& follows) {
    const Choice first{"an asset", &names_.assets, {"every", "everything"}, false};
    consider(first);
    std::vector<std::string_view> further;
    if (take("everything")) {
      into.of = PhraseOf::All;
      further = {"on"};
      if (take("on")) {
        into.of = PhraseOf::Layer;
        further.clear();
        if (!name(into.name, {"a layer", &names_.layers, {}, false})) return false;
      }
    } else if (take("every")) {
      into.of = PhraseOf::Kind;
      if (!name(into.name, {"a kind", &names_.kinds, {}, false})) return false;
    } else {
      into.of = PhraseOf::Asset;
      if (!name(into.name, first)) return false;
    }
    further.insert(further.end(), after.words.begin(), after.words.end());
    const Choice role{"a role", &names_.roles, further, after.end};
    consider(role);
    if (follows()) return true;
    return name(into.role, role);
  }

  bool verb(Verb& into, const Choice& verbs) {
    consider(verbs);
    if (take("notices")) {
      into = Verb::Notices;
    } else if (take("passes")) {
      into = Verb::Passes;
    } else if (take("stops")) {
      into = Verb::StopsAt;
      consider({.words = {"at"}});
      if (!take("at")) {
        fail({.words = {"at"}});
        return false;
      }
    } else {
      fail(verbs);
      return false;
    }
    return true;
  }

  std::string_view text_;
  std::vector<Token> tokens_;
  const Vocabulary& names_;
  std::size_t next_ = 0;
  SentenceTrouble trouble_;
  std::optional<Choice> offered_;
};

bool beginsAs(std::string_view word, std::string_view typed) {
  return word.size() >= typed.size() &&
         std::equal(typed.begin(), typed.end(), word.begin(), [](unsigned char a, unsigned char b) {
           return std::tolower(a) == std::tolower(b);
         });
}

}  // namespace

tl::expected<Expectation, SentenceTrouble> expectationFrom(std::string_view text,
                                                           const Vocabulary& names) {
  Reader reader(text, tokensOf(text), names);
  auto read = reader.sentence();
  if (!read) return tl::unexpected(reader.trouble());
  return *read;
}

Completion completionOf(std::string_view text, std::size_t length, const Vocabulary& names) {
  const std::string_view before = text.substr(0, length);
  std::vector<Token> tokens = tokensOf(before);
  Completion completion{before.size(), {}};
  // The word that the end touches is the one that is being typed.
  if (!tokens.empty() && tokens.back().end == before.size()) {
    completion.begin = tokens.back().begin;
    tokens.pop_back();
  }
  const std::string_view typed = before.substr(completion.begin);
  Reader reader(before.substr(0, completion.begin), std::move(tokens), names);
  reader.sentence();
  if (!reader.offered()) return completion;
  const auto offer = [&](std::string word) {
    if (beginsAs(word, typed)) completion.words.push_back(std::move(word));
  };
  for (const std::string_view word : reader.offered()->words) offer(std::string(word));
  if (reader.offered()->names != nullptr) {
    for (const std::string_view name : *reader.offered()->names) offer(typedName(name));
  }
  return completion;
}

}  // namespace amber
